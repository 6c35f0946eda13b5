import { readFileSync } from "node:fs";
import { join } from "node:path";

/** The cases of a table of check values in `reference/`; each file states its source and tolerance. */
export function reference<Case>(name: string): Case[] {
  const path = join(import.meta.dirname, "../reference", `${name}.json`);
  return (JSON.parse(readFileSync(path, "utf8")) as { cases: Case[] }).cases;
}
