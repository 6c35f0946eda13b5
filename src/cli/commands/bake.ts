import { writeFile } from "node:fs/promises";
import type { Command } from "commander";
import { bakeChain, unbakeable } from "@/core/chain/bake";
import { planImage } from "@/core/chain/plan-image";
import { writeCube } from "@/core/formats/cube/write";
import { decodeFiles } from "@/media/dependencies";
import { MissingEffects } from "@/media/results";
import { writeWholeFile } from "@/media/whole-file";
import { chainOption, withFiles } from "../chain-option";
import { CliProblem, numberOption } from "../problem";

export function bakeCommand(program: Command, print: (value: unknown, text: string) => void): void {
  program
    .command("bake")
    .description(
      "write a look as a .cube table, from sRGB-encoded values to sRGB-encoded values, and tell its error",
    )
    .argument("<out>", "the .cube file to write")
    .option("--card <file>", "a *.card.json file")
    .option("--chain <json>", "a chain as JSON")
    .option("--strength <percent>", "0 to 100", "100")
    .option("--size <entries>", "entries along each axis, 2 to 129", "33")
    .option("--files <place>", "a file or folder with tables that the chain depends on")
    .action(
      async (
        out: string,
        options: { card?: string; chain?: string; strength: string; size: string; files?: string },
      ) => {
        const chain = await chainOption(options);
        const [size, strength] = [
          numberOption(options.size, "The size", 2, 129),
          numberOption(options.strength, "The strength", 0, 100),
        ];
        if (!Number.isInteger(size)) throw new CliProblem("The size is a whole number.");
        const resources = { files: await withFiles(options, (pathOf) => decodeFiles(chain, pathOf)) };
        const names = unbakeable(chain, resources);
        if (names.length > 0)
          throw new CliProblem(
            `${names.join(", ")} cannot be held by a table of colours.`,
            "Switch off what looks at more than a single pixel's colour.",
          );
        const { missing } = planImage(chain, strength, { width: 1, height: 1 }, resources);
        if (missing.length > 0) throw new MissingEffects(missing);
        const { lut, maxDeltaE2000, meanDeltaE2000 } = bakeChain(chain, strength, size, "Fichier", resources);
        await writeWholeFile(out, (part) => writeFile(part, writeCube(lut)));
        const round = (v: number) => Number(v.toFixed(4));
        print(
          { maxDeltaE2000: round(maxDeltaE2000), meanDeltaE2000: round(meanDeltaE2000) },
          `${out}: largest difference ${maxDeltaE2000.toFixed(3)}, mean ${meanDeltaE2000.toFixed(3)} (CIEDE2000)`,
        );
      },
    );
}
