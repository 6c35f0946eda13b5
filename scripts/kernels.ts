import { writeFileSync } from "node:fs";
import { join } from "node:path";
import asc from "assemblyscript/asc";

const checkout = join(import.meta.dirname, "..");
export const kernelFile = join(checkout, "src/core/kernels/bytes.ts");

/** Compiles the kernels and gives the text of the file that carries them. Throws with the compiler's words. */
export async function compileKernels(): Promise<string> {
  let binary: Uint8Array | null = null;
  const { error, stderr } = await asc.main(
    [
      "src/kernels/index.ts",
      "--outFile",
      "kernels.wasm",
      "--optimizeLevel",
      "3",
      "--shrinkLevel",
      "0",
      "--converge",
      "--noAssert",
      "--runtime",
      "stub",
      "--enable",
      "simd",
      "--initialMemory",
      "1",
    ],
    {
      readFile: undefined,
      writeFile: (_name: string, contents: string | Uint8Array) => void (binary = contents as Uint8Array),
      listFiles: undefined,
    } as never,
  );
  if (error || !binary) throw new Error(`${error?.message ?? "nothing was compiled"}\n${stderr.toString()}`);
  const text = Buffer.from(binary).toString("base64");
  return `/** Compiled from src/kernels by \`npm run kernels\`; a test sees to it that it is up to date. */\nexport const kernelBytes =\n  "${text}";\n`;
}

if (process.argv[1] === import.meta.filename) writeFileSync(kernelFile, await compileKernels());
