import { fold } from "../../text/fold";
import { parsePath } from "../../text/names";
import type { Term, Test } from "../query/model";

/**
 * A path of folders: names in a row, without case and accents; of the last one the beginning where the term is open. From
 * the top where it begins with `/`. `isHome`: they end with the folder in which the card itself lies.
 */
export function placeTest(isHome: boolean) {
  return ({ text, isOpen }: Term): Test | string => {
    const names = parsePath(text).map(fold);
    if (names.length === 0 && isOpen)
      return { kind: "fact", holds: (document) => document.folder.length > 0 };
    if (names.length === 0) return "Which folder? A path is written with /.";
    const isFromTop = text.trimStart().startsWith("/");
    // A folder's names are one list for all of its cards.
    const known = new WeakMap<readonly string[], boolean>();
    const holdsAt = (path: readonly string[], at: number) =>
      names.every((name, i) =>
        isOpen && i === names.length - 1 ? path[at + i].startsWith(name) : path[at + i] === name,
      );
    const decide = (path: readonly string[]) => {
      const last = path.length - names.length;
      if (last < 0) return false;
      const [from, to] = [isHome ? last : 0, isFromTop ? 0 : last];
      for (let at = from; at <= to; at++) if (holdsAt(path, at)) return true;
      return false;
    };
    return {
      kind: "fact",
      holds: ({ folder }) => {
        let holds = known.get(folder);
        if (holds === undefined) known.set(folder, (holds = decide(folder.map(fold))));
        return holds;
      },
    };
  };
}
