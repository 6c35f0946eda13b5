import { mkdtemp, readFile, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Chain } from "@/core/chain/model";
import { parseChain } from "@/core/chain/parse";
import { normaliseChain, sayProblem } from "@/core/chain/values";
import { longestCard } from "@/core/formats/card/card-file";
import { bytesOf, readCardFile } from "@/core/formats/card/read";
import { readJsonText } from "@/core/formats/json-text";
import { filesByHash } from "@/media/dependencies";
import { CliProblem } from "./problem";

/** The chain that `--card FILE` or `--chain JSON` names. Throws a CliProblem or FormatFault. */
export async function chainOption({ card, chain }: { card?: string; chain?: string }): Promise<Chain> {
  if ((card === undefined) === (chain === undefined))
    throw new CliProblem("Give either --card FILE or --chain JSON.");
  if (card !== undefined) return readCardFile(await readFile(card, "utf8")).chain;
  const { chain: clean, problems } = normaliseChain(parseChain(readJsonText(chain!, longestCard)));
  if (problems.length > 0) throw new CliProblem(sayProblem(problems[0]));
  return clean;
}

/** Does something with the files that `--files PLACE` names and that the card carries; the work is told where each lies, by its hash. */
export async function withFiles<T>(
  { files, card }: { files?: string; card?: string },
  work: (pathOf: (hash: string) => string | null) => Promise<T>,
): Promise<T> {
  const found =
    files === undefined
      ? new Map<string, string>()
      : await filesByHash(files).catch(() => {
          throw new CliProblem(`There is no file or folder “${files}”.`);
        });
  const carried =
    card === undefined
      ? []
      : readCardFile(await readFile(card, "utf8")).files.filter(
          (f) => f.base64 !== undefined && !found.has(f.sha256),
        );
  const folder = carried.length > 0 ? await mkdtemp(join(tmpdir(), "fichier-card-")) : null;
  try {
    for (const { sha256, base64 } of carried) {
      const path = join(folder!, sha256);
      await writeFile(path, bytesOf(base64!)!);
      found.set(sha256, path);
    }
    return await work((hash) => found.get(hash) ?? null);
  } finally {
    if (folder) await rm(folder, { recursive: true, force: true });
  }
}
