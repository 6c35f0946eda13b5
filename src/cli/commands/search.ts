import { readFile, readdir, stat } from "node:fs/promises";
import { join } from "node:path";
import type { Command } from "commander";
import { effectsOf } from "@/core/chain/model";
import { FormatFault } from "@/core/chain/fault";
import { cardExtension } from "@/core/formats/card/card-file";
import { readCardFile } from "@/core/formats/card/read";
import type { SearchDocument } from "@/core/search/document";
import { Scan } from "@/core/search/scan";
import { formatPath } from "@/core/text/names";
import { CliProblem, numberOption } from "../problem";

/** Cards that are looked at; a library is not exported as more files. */
const mostFiles = 1_000_000;

/** The card files of a folder and those below it, in the order of their names; a file stands for itself. */
async function* cardFiles(place: string): AsyncGenerator<{ path: string; changed: Date }> {
  const found = await stat(place).catch(() => null);
  if (!found) throw new CliProblem(`There is no “${place}”.`);
  if (!found.isDirectory()) return void (yield { path: place, changed: found.mtime });
  for (const entry of (await readdir(place, { withFileTypes: true })).sort((a, b) =>
    a.name < b.name ? -1 : 1,
  ))
    if (entry.isDirectory() || (entry.isFile() && entry.name.endsWith(cardExtension)))
      yield* cardFiles(join(place, entry.name));
}

/** A card file as a search sees it: what belongs to a library or a member is not there. */
function documentOf(text: string, path: string, changed: Date): SearchDocument {
  const { name, note, maker, madeFor, fits, folder, chain } = readCardFile(text);
  return {
    id: path,
    name,
    ownAliases: [],
    teamAliases: [],
    folder,
    alsoIn: [],
    tags: [],
    lists: [],
    stars: 0,
    maker,
    madeFor,
    groupId: null,
    effects: effectsOf(chain),
    note,
    medium: chain.medium,
    fits,
    layer: "team",
    origin: 1,
    by: "",
    added: changed.getTime(),
    changed: changed.getTime(),
    used: null,
    habit: {},
    keys: [],
    isFavourite: false,
    isDefault: false,
    isWithdrawn: false,
    isHidden: false,
    isDouble: false,
  };
}

export function searchCommand(
  program: Command,
  print: (value: unknown, text: string) => void,
  say: (message: string, hint?: string) => void,
): void {
  program
    .command("search")
    // What is not wanted begins with a dash too.
    .allowUnknownOption()
    .description("find cards among exported ones by a query, as a saved search reads it")
    .argument("<place>", `a folder with *${cardExtension} files, or one such file`)
    .argument("<query>", "see docs/query-language.md")
    .option("--limit <count>", "the most that are listed", "100")
    .option("--explain", "say what of each card matched")
    .action(async (place: string, query: string, options: { limit: string; explain?: boolean }) => {
      const limit = numberOption(options.limit, "The limit", 1, mostFiles);
      const scan = new Scan(query, {
        sort: "name",
        limit: Math.floor(limit),
        explain: options.explain === true,
        moment: { now: Date.now(), offset: -new Date().getTimezoneOffset() },
      });
      for await (const { path, changed } of cardFiles(place))
        try {
          scan.look(documentOf(await readFile(path, "utf8"), path, changed));
        } catch (error) {
          if (!(error instanceof FormatFault)) throw error;
          say(`${path}: ${error.message} (${error.where})`);
        }
      const { cards, total, problems } = scan.answer();
      for (const { message } of problems) say(message);
      const lines = cards.map(({ name, folder, why = {} }) => {
        const fields = Object.keys(why).join(", ");
        return `${formatPath([...folder, name])}${fields ? `  (${fields})` : ""}`;
      });
      print(
        { total, cards: cards.map(({ id, ...card }) => ({ file: id, ...card })), problems },
        [...lines, `${total} found`].join("\n"),
      );
    });
}
