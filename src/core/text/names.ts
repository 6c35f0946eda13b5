import { fold } from "./fold";

/** Longest name of a card, folder or session, in UTF-16 units. */
export const longestName = 200;
export const longestAlias = 40;
export const longestNote = 4000;
export const deepestFolder = 12;

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
  for (let n = 2; taken.has(fold(free)); n++) free = `${name.slice(0, longestName - 6)} ${n}`;
  taken.add(fold(free));
  return free;
}
