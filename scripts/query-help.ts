import { writeFileSync } from "node:fs";
import { queryHelp } from "../src/core/search/help";

/** The page about queries, as Markdown. */
export const queryPage = (): string =>
  [
    "# Queries",
    "Made by `npm run query-help` from `src/core/search/help.ts`, which the interface shows too.",
    ...queryHelp.flatMap(({ title, words, lines }) => [
      `## ${title}`,
      words,
      [
        "| Query | Finds |",
        "| --- | --- |",
        ...lines.map(({ query, finds }) => `| \`${query}\` | ${finds} |`),
      ].join("\n"),
    ]),
    "## What belongs to one member",
    "`used:`, `key:`, `alias:` and some values of `is:` mean one member's own things. A search of the team cannot ask for them; it can be kept as one's own.",
    "",
  ]
    .join("\n\n")
    .trimEnd() + "\n";

export const queryPagePath = "docs/query-language.md";

if (process.argv[1]?.endsWith("query-help.ts")) writeFileSync(queryPagePath, queryPage());
