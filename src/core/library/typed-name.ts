import { fold } from "../text/fold";
import { cleanName } from "../text/names";
import { childrenOf, findNamed, namesDown, treeRows, type Branch } from "./tree";

/** A name that was typed with the folder it shall lie in. */
export interface TypedName {
  readonly name: string;
  /** The names from the top down to the folder; null where the name says nothing of one. */
  readonly folder: readonly string[] | null;
}

type Tree = ReadonlyMap<string, Branch>;

/** One row alone of those that `is` holds of; undefined where it is none or several. */
function only<Row>(rows: readonly Row[], is: (row: Row) => boolean): Row | undefined {
  const found = rows.filter(is);
  return found.length === 1 ? found[0] : undefined;
}

/** The row that a first name means: one at the top or the only one of that name, else the only one that begins so. */
function topFor(rows: Tree, typed: string): Branch | undefined {
  const top = childrenOf(rows, null);
  const whole = findNamed(top, typed);
  if (whole) return whole;
  const all = treeRows(rows).map(({ row }) => row);
  const word = fold(typed);
  const isSo = ({ name }: Branch) => fold(name) === word;
  const begins = ({ name }: Branch) => fold(name).startsWith(word);
  return only(all, isSo) ?? only(top, begins) ?? only(all, begins);
}

/** The parts between single strokes; two strokes are one that belongs to the name. */
const partsOf = (typed: string): string[] =>
  typed
    .replaceAll("//", "\0")
    .split("/")
    .map((part) => cleanName(part.replaceAll("\0", "/")));

/**
 * Reads `folder / folder / name` as it is typed in one breath. What begins the name of one folder alone means that folder;
 * only where none answers it is a new one. With a stroke before all of it the path is meant letter by letter, from the top.
 * `//` is a stroke that belongs to a name.
 */
export function readTypedName(rows: Tree, typed: string): TypedName {
  const parts = partsOf(typed);
  const name = parts.pop()!;
  if (parts.length === 0) return { name, folder: null };
  const isExact = parts[0] === "";
  const wanted = parts.filter((part) => part !== "");
  if (wanted.length === 0) return { name, folder: isExact ? [] : null };
  const path: string[] = [];
  /** The row that was reached; null at the top, undefined below a new one. */
  let at: Branch | null | undefined = null;
  for (const part of wanted) {
    if (at !== undefined) {
      const inside: readonly Branch[] = childrenOf(rows, at?.id ?? null);
      at =
        at === null && !isExact
          ? topFor(rows, part)
          : (findNamed(inside, part) ??
            (isExact ? undefined : only(inside, ({ name }) => fold(name).startsWith(fold(part)))));
      if (at) {
        path.splice(0, Infinity, ...namesDown(rows, at.id));
        continue;
      }
    }
    path.push(part);
  }
  return { name, folder: path };
}

/** A name as it is typed where strokes part folders. */
export const asTyped = (name: string): string => name.replaceAll("/", "//");

/** A name that was typed with its folder and with an alias; `alias` is null where none was typed. */
export interface KeptName extends TypedName {
  readonly alias: string | null;
}

/** Reads `folder / name = alias`; folder and alias may be left out. `==` is an equals sign that belongs to the name. */
export function readKeptName(rows: Tree, typed: string): KeptName {
  const whole = typed.replaceAll("==", "\0");
  const at = whole.lastIndexOf("=");
  const [before, alias] = at < 0 ? [whole, ""] : [whole.slice(0, at), whole.slice(at + 1)];
  const back = (text: string) => text.replaceAll("\0", "=");
  return { ...readTypedName(rows, back(before)), alias: cleanName(back(alias)) || null };
}

/** A name as it is typed where an alias may follow. */
export const asKept = (name: string): string => asTyped(name).replaceAll("=", "==");
