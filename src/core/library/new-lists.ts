import { fold } from "../text/fold";
import { cleanName } from "../text/names";
import { inks, type FavouritesList, type Ink } from "./entities";

/** Lists of one owner. */
export const mostLists = 36;

type Given = Pick<FavouritesList, "name" | "mark" | "ink">;

/** A letter or digit that no list has, of those of the name in their order, else the next free digit; empty where all are taken. */
function freeMark(name: string, taken: ReadonlySet<string>): string {
  const own = Array.from(cleanName(name).toUpperCase()).filter((sign) => /^[\p{L}\p{N}]$/u.test(sign));
  return [...own, ..."1234567890"].find((sign) => !taken.has(sign)) ?? "";
}

/** The ink of which there are fewest stamps, the first of several. */
export function nextInk(lists: readonly Pick<FavouritesList, "ink">[]): Ink {
  const uses = (ink: Ink) => lists.filter((list) => list.ink === ink).length;
  return inks.reduce((best, ink) => (uses(ink) < uses(best) ? ink : best));
}

/** New lists of some names, one after another: each gets a mark out of its name, and an ink. */
export function givenTo(names: readonly string[], present: readonly Given[]): readonly Given[] {
  const all = [...present];
  for (const name of names) {
    const mark = freeMark(name, new Set(all.map((list) => list.mark)));
    all.push({ name, mark, ink: nextInk(all) });
  }
  return all.slice(present.length);
}

/** Names typed in one field with commas between, each once. */
export function namesTyped(typed: string): readonly string[] {
  const names = typed.split(",").map(cleanName);
  return names.filter((name, i) => name !== "" && names.findIndex((one) => fold(one) === fold(name)) === i);
}
