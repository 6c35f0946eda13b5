import { childrenOf, type Branch } from "@/core/library/tree";
import type { Action } from "../action";
import { mayCurate, type LibraryHere } from "./here";

/** The sibling before which the open folder or tag comes once it is moved past its neighbour (null: last); undefined where there is none. */
function before(here: LibraryHere, by: 1 | -1): string | null | undefined {
  const row: Branch | undefined = here.folder ?? here.tag;
  if (!row) return undefined;
  const rows: ReadonlyMap<string, Branch> = here.folder ? here.replica.folder : here.replica.tag;
  const siblings = childrenOf(rows, row.parentId);
  const at = siblings.findIndex(({ id }) => id === row.id);
  if (at < 0 || at + by < 0 || at + by >= siblings.length) return undefined;
  return siblings[by < 0 ? at - 1 : at + 2]?.id ?? null;
}

const move = (id: string, words: string, key: string, by: 1 | -1): Action<LibraryHere> => ({
  id,
  words,
  keys: [key],
  on: ["folder", "tag"],
  offered: (here) => mayCurate(here) && before(here, by) !== undefined,
  run: (here) => {
    const beforeId = before(here, by)!;
    return here.folder
      ? here.act("move-folder", { folderId: here.folder.id, parentId: here.folder.parentId, beforeId })
      : here.act("move-tag", { tagId: here.tag!.id, parentId: here.tag!.parentId, beforeId });
  },
});

export const branchUp = move(
  "branch.up",
  "Move the folder or tag up among its siblings",
  "Alt+Shift+ArrowUp",
  -1,
);
export const branchDown = move(
  "branch.down",
  "Move the folder or tag down among its siblings",
  "Alt+Shift+ArrowDown",
  1,
);
