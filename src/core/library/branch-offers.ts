import { fold } from "../text/fold";
import { formatPath } from "../text/names";
import { namesDown, treeRows, type Branch } from "./tree";
import { readTypedName } from "./typed-name";

/** A row of a tree that is offered while it is typed. */
export interface BranchOffer {
  readonly id: string;
  readonly path: readonly string[];
  /** What is typed is its path, or its name where no other has that. */
  readonly isWhole: boolean;
}

interface Known {
  readonly id: string;
  readonly path: readonly string[];
  readonly folded: readonly string[];
}

const known = new WeakMap<object, readonly Known[]>();

/** The rows in their order, folded; remembered for each tree. */
function knownOf(rows: ReadonlyMap<string, Branch>): readonly Known[] {
  let found = known.get(rows);
  if (!found) {
    found = treeRows(rows).map(({ row }) => {
      const path = namesDown(rows, row.id);
      return { id: row.id, path, folded: path.map(fold) };
    });
    known.set(rows, found);
  }
  return found;
}

const startsAWord = (text: string, word: string) =>
  text.split(/[\s-]+/).some((part) => part.startsWith(word)) || text.startsWith(word);

/** How well a path answers to what is typed, the smaller the better; null where it does not. */
function answers(path: readonly string[], parts: readonly string[]): number | null {
  // Typed with `/`, each part is of a name further down than the one before it; without, words are of any name.
  if (parts.length > 1) {
    let at = 0;
    for (const part of parts) {
      while (at < path.length && !startsAWord(path[at], part)) at++;
      if (at === path.length) return null;
      at++;
    }
    return at === path.length ? 0 : 1;
  }
  const words = parts[0].split(/\s+/).filter(Boolean);
  const own = path[path.length - 1];
  if (!words.every((word) => path.some((name) => startsAWord(name, word)))) return null;
  if (own.startsWith(parts[0])) return 0;
  return words.some((word) => startsAWord(own, word)) ? 1 : 2;
}

interface OfferOptions {
  /** Rows that come first while nothing is typed. */
  readonly first: (id: string) => boolean;
  /** Rows that are offered only when something is typed. */
  readonly aside: ReadonlySet<string>;
  readonly limit: number;
}

/**
 * The rows of a tree that answer to what is typed: a path with `/`, or words that begin words of its names. What bears the
 * word itself before what lies in it; else in the order of the tree. And how many more there are.
 */
export function offersFor(
  rows: ReadonlyMap<string, Branch>,
  typed: string,
  { first, aside, limit }: OfferOptions,
): { readonly offers: readonly BranchOffer[]; readonly more: number } {
  const all = knownOf(rows);
  const parts = typed
    .split("/")
    .map((part) => fold(part.trim()))
    .filter((part, i, list) => part !== "" || i === list.length - 1);
  const endsBelow = parts.length > 1 && parts[parts.length - 1] === "";
  const wanted = parts.filter((part) => part !== "");
  const ranked = all.flatMap((row) => {
    if (wanted.length === 0) return aside.has(row.id) ? [] : [{ row, rank: first(row.id) ? 0 : 1 }];
    const rank = answers(row.folded, wanted);
    // Behind `/` what is begun lies below: the row itself is not what is meant.
    return rank === null || (endsBelow && rank === 0) ? [] : [{ row, rank }];
  });
  ranked.sort((a, b) => a.rank - b.rank);
  const isNamed = ({ folded }: Known) =>
    !endsBelow &&
    (folded.join("/") === wanted.join("/") ||
      (wanted.length === 1 &&
        folded[folded.length - 1] === wanted[0] &&
        all.filter((other) => other.folded[other.folded.length - 1] === wanted[0]).length === 1));
  return {
    offers: ranked
      .slice(0, limit)
      .map(({ row }) => ({ id: row.id, path: row.path, isWhole: wanted.length > 0 && isNamed(row) })),
    more: Math.max(0, ranked.length - limit),
  };
}

/** The meaning of a typed name: an existing row, or a path that will be made. */
export type TypedBranch =
  { readonly id: string; readonly path: string } | { readonly id: null; readonly path: string };

/**
 * Several names in one breath, parted by commas: those before the last comma, each as the first that answers to it or as a
 * path to be made, and what is being typed behind it. A name with a comma that is there already is one name.
 */
export function readSeveral(
  rows: ReadonlyMap<string, Branch>,
  typed: string,
  aside: ReadonlySet<string>,
): { readonly before: readonly TypedBranch[]; readonly last: string } {
  const parts = typed.split(",");
  const limit = { first: () => false, aside, limit: 1 };
  if (parts.length === 1 || offersFor(rows, typed, limit).offers[0]?.isWhole)
    return { before: [], last: typed };
  const last = parts.pop()!;
  const before = parts
    .filter((part) => part.trim() !== "")
    .map((part): TypedBranch => {
      const [offer] = offersFor(rows, part, limit).offers;
      if (offer) return { id: offer.id, path: formatPath(offer.path) };
      return { id: null, path: newPath(rows, part) };
    });
  return { before, last };
}

/** The path of a new row: what is typed before its name means rows that are there, where they answer. */
export function newPath(rows: ReadonlyMap<string, Branch>, typed: string): string {
  const { folder, name } = readTypedName(rows, typed);
  return formatPath([...(folder ?? []), name].filter((part) => part !== ""));
}
