import { fold } from "./fold";

/** Longest name of a card, folder or session, in characters as `lengthOf` counts them. */
export const longestName = 200;
export const longestAlias = 40;
export const longestNote = 4000;
export const deepestFolder = 12;

/** How many characters a text has: Unicode's code points, as PostgreSQL and JSON Schema count, not UTF-16's units. */
export function lengthOf(text: string): number {
  let length = 0;
  for (let at = 0; at < text.length; at += text.codePointAt(at)! > 0xffff ? 2 : 1) length++;
  return length;
}

/** The first characters of a text, none of them cut in half. */
export const shortened = (text: string, longest: number): string =>
  text.length <= longest
    ? text
    : Array.from(text.slice(0, 2 * longest))
        .slice(0, longest)
        .join("");

/** A name as it is stored: composed, without control characters, white space at the ends or doubled. Source: Unicode NFC. */
export const cleanName = (name: string): string =>
  name
    .toWellFormed()
    .normalize("NFC")
    .replace(/[\p{Cc}\u2028\u2029]+/gu, " ")
    .replace(/\s+/g, " ")
    .trim();

/** Folder names from a typed path; `/` separates, empty parts are left out. `Narration / Rooms` → two names. */
export const parsePath = (path: string): string[] =>
  path
    .split("/")
    .map(cleanName)
    .filter((name) => name !== "");

export const formatPath = (names: readonly string[]): string => names.join(" / ");

/** A name that is none of some, folded: numbered, where it is. Takes it. */
export function freeName(name: string, taken: Set<string>): string {
  let free = name;
  for (let n = 2; taken.has(fold(free)); n++) free = `${shortened(name, longestName - 6)} ${n}`;
  taken.add(fold(free));
  return free;
}
