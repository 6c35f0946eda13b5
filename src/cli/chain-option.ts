import { readFile } from "node:fs/promises";
import type { Chain } from "@/core/chain/model";
import { parseChain } from "@/core/chain/parse";
import { normaliseChain, sayProblem } from "@/core/chain/values";
import { longestCardFile } from "@/core/formats/card/card-file";
import { readCardFile } from "@/core/formats/card/read";
import { readJsonText } from "@/core/formats/json-text";
import { filesByHash } from "@/media/dependencies";
import { CliProblem } from "./problem";

/** The chain that `--card FILE` or `--chain JSON` names. Throws a CliProblem or FormatFault. */
export async function chainOption({ card, chain }: { card?: string; chain?: string }): Promise<Chain> {
  if ((card === undefined) === (chain === undefined)) throw new CliProblem("Give either --card FILE or --chain JSON.");
  if (card !== undefined) return readCardFile(await readFile(card, "utf8")).chain;
  const { chain: clean, problems } = normaliseChain(parseChain(readJsonText(chain!, longestCardFile)));
  if (problems.length > 0) throw new CliProblem(sayProblem(problems[0]));
  return clean;
}

/** Where the files lie that `--files PLACE` names, by their hash. */
export async function filesOption(place: string | undefined): Promise<(hash: string) => string | null> {
  if (place === undefined) return () => null;
  const found = await filesByHash(place).catch(() => {
    throw new CliProblem(`There is no file or folder “${place}”.`);
  });
  return (hash) => found.get(hash) ?? null;
}
