import { fold } from "../../text/fold";
import { parsePath } from "../../text/names";
import type { SearchDocument } from "../document";
import type { Term, Test } from "../query/model";

/**
 * A path through a tree: names in a row, without case and accents; of the last one the beginning where the term is open.
 * From the top where it begins with `/`. `pathsOf`: where in it a card stands; `isEnd`: the names end where one of these
 * paths does. `noun`: what it is a tree of.
 */
export function placeTest(
  noun: string,
  pathsOf: (document: SearchDocument) => Iterable<readonly string[]>,
  isEnd: boolean,
) {
  return ({ text, isOpen }: Term): Test | string => {
    const names = parsePath(text).map(fold);
    if (names.length === 0 && isOpen)
      return {
        kind: "fact",
        holds: (document) => {
          for (const path of pathsOf(document)) if (path.length > 0) return true;
          return false;
        },
      };
    if (names.length === 0) return `Which ${noun}? A path is written with /.`;
    const isFromTop = text.trimStart().startsWith("/");
    // A row's names are one list for all of its cards.
    const known = new WeakMap<readonly string[], boolean>();
    const holdsAt = (path: readonly string[], at: number) =>
      names.every((name, i) =>
        isOpen && i === names.length - 1 ? path[at + i].startsWith(name) : path[at + i] === name,
      );
    const decide = (path: readonly string[]) => {
      const last = path.length - names.length;
      if (last < 0) return false;
      const [from, to] = [isEnd ? last : 0, isFromTop ? 0 : last];
      for (let at = from; at <= to; at++) if (holdsAt(path, at)) return true;
      return false;
    };
    return {
      kind: "fact",
      holds: (document) => {
        for (const path of pathsOf(document)) {
          let holds = known.get(path);
          if (holds === undefined) known.set(path, (holds = decide(path.map(fold))));
          if (holds) return true;
        }
        return false;
      },
    };
  };
}

/** Where a card lies: its home, then the folders that it is also filed in. */
export function* filedIn({ folder, alsoIn }: SearchDocument): Iterable<readonly string[]> {
  yield folder;
  yield* alsoIn;
}
