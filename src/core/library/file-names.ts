import { utf8ToBytes } from "@noble/hashes/utils.js";
import { lengthOf, shortened } from "../text/names";

/** Characters that file systems or archives do not take, or that would climb out of a folder. */
const unfit = /[\p{Cc}/\\:*?"<>|]/gu;
const longest = 120;

/** File systems take 255 bytes of a name; doubles are numbered and an ending follows. */
const mostBytes = 200;

/** As much of a name as fits, no character cut in half. */
function fitting(name: string): string {
  let fit = shortened(name, longest);
  while (utf8ToBytes(fit).length > mostBytes) fit = shortened(fit, lengthOf(fit) - 1);
  return fit;
}

/** A name fit for a file on any system, without its ending. */
export function fileName(name: string): string {
  const clean = fitting(
    name
      .toWellFormed()
      .normalize("NFC")
      .replace(unfit, "-")
      .replace(/^[.\s]+|[.\s]+$/g, ""),
  ).trim();
  return clean === "" ? "untitled" : clean;
}

/** File names for several things in one folder: doubles, whatever their case, are numbered. */
export function fileNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    const base = fileName(name);
    let candidate = base;
    for (let n = 2; taken.has(candidate.toLowerCase()); n++) candidate = `${base} ${n}`;
    taken.add(candidate.toLowerCase());
    return candidate;
  });
}

/** The names that more than one of them has. */
export function namesOfSeveral(named: readonly { readonly name: string }[]): ReadonlySet<string> {
  const [seen, several] = [new Set<string>(), new Set<string>()];
  for (const { name } of named) (seen.has(name) ? several : seen).add(name);
  return several;
}
