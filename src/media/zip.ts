import { createWriteStream } from "node:fs";
import { pipeline } from "node:stream/promises";
import yazl from "yazl";
import { writeWholeFile } from "./whole-file";

/** One fixed time for all entries, so that equal results make equal archives. */
const entryTime = new Date(2000, 0, 1);

/** Writes files into a zip archive, stored as they are: sounds and pictures do not get smaller. */
export async function zipFiles(
  output: string,
  files: readonly { readonly path: string; readonly name: string }[],
): Promise<void> {
  await writeWholeFile(output, async (part) => {
    const archive = new yazl.ZipFile();
    const failed = new Promise<never>((_, reject) => archive.on("error", reject));
    for (const { path, name } of files) archive.addFile(path, name, { compress: false, mtime: entryTime });
    archive.end();
    await Promise.race([
      pipeline(archive.outputStream as NodeJS.ReadableStream, createWriteStream(part)),
      failed,
    ]);
  });
}
