import { fold } from "../text/fold";
import { namesDown } from "../library/tree";
import type { CardHead } from "../library/entities";
import type { Look } from "./define";

/** The words that recall something already, folded. */
export function takenAliases({ replica }: Pick<Look, "replica">): Set<string> {
  return new Set(Array.from(replica.alias.values(), ({ text }) => fold(text)));
}

const lettersOf = (name: string): string[] =>
  fold(name)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/**
 * A short alias for a card that is not taken: the first letters of its name, then those with the first of its folder's
 * before them, then the beginning of its first word and the number that is free. Puts it among those taken.
 */
export function freeAlias(card: CardHead, { replica }: Pick<Look, "replica">, taken: Set<string>): string {
  const words = lettersOf(card.name);
  const initials = words
    .map((word) => word[0])
    .join("")
    .slice(0, 4);
  const folder = lettersOf(namesDown(replica.folder, card.folderId).at(-1) ?? "");
  const short = [initials, ...[1, 2, 3].map((n) => `${folder[0]?.slice(0, n) ?? ""}${initials}`)];
  const stem = words[0]?.slice(0, 3) ?? "card";
  const isFree = (text: string) => text.length >= 2 && !taken.has(text);
  let found = short.find(isFree);
  for (let n = 2; found === undefined; n++) found = isFree(`${stem}${n}`) ? `${stem}${n}` : undefined;
  taken.add(found);
  return found;
}

/** A name without what two that are meant to be the same differ in: case, accents, spaces, signs, a plural's ending. */
const bare = (name: string): string =>
  fold(name)
    .replace(/[^\p{L}\p{N}]+/gu, "")
    .replace(/s$/, "");

/** From this length on one letter may differ; numbers must be the same. */
const longEnough = 5;

/** All texts that come of leaving out one letter: two that are one edit apart share one of them, or one is the other's. */
function* withoutOne(text: string): Generator<string> {
  yield text;
  for (let i = 0; i < text.length; i++) yield text.slice(0, i) + text.slice(i + 1);
}

/** One letter wrong, missing, too many, or two neighbours swapped. Pre: neither is empty. */
function isOneEdit(a: string, b: string): boolean {
  if (Math.abs(a.length - b.length) > 1) return false;
  let i = 0;
  while (i < a.length && a[i] === b[i]) i++;
  const [p, q] = [a.slice(i), b.slice(i)];
  return (
    p.slice(1) === q.slice(1) ||
    p.slice(1) === q ||
    p === q.slice(1) ||
    (p[0] === q[1] && p[1] === q[0] && p.slice(2) === q.slice(2))
  );
}

const digitsOf = (text: string) => text.replace(/\P{N}+/gu, " ");

/** Pairs of rows whose names are nearly the same, each pair once. Takes time as the rows and their pairs. */
export function nearNames<Row extends { readonly id: string; readonly name: string }>(
  rows: Iterable<Row>,
): [Row, Row][] {
  const buckets = new Map<string, { row: Row; text: string }[]>();
  const pairs = new Map<string, [Row, Row]>();
  for (const row of rows) {
    const text = bare(row.name);
    if (text === "") continue;
    for (const key of text.length >= longEnough ? new Set(withoutOne(text)) : [text]) {
      const bucket = buckets.get(key) ?? [];
      for (const other of bucket) {
        const isLong = Math.min(text.length, other.text.length) >= longEnough;
        const isNear = text === other.text || (isLong && isOneEdit(text, other.text));
        if (!isNear || digitsOf(text) !== digitsOf(other.text)) continue;
        const pair: [Row, Row] = other.row.id < row.id ? [other.row, row] : [row, other.row];
        pairs.set(`${pair[0].id} ${pair[1].id}`, pair);
      }
      bucket.push({ row, text });
      buckets.set(key, bucket);
    }
  }
  return [...pairs.values()];
}
