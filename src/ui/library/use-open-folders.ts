import { useCallback, useMemo, useState } from "react";
import { fullestFolders, lettersFor, mostOpen } from "@/core/library/desk";
import { pathOf } from "@/core/library/tree";
import type { OpenFolder } from "../actions/desk/here";
import { useDesk, useData } from "../data/desk";

/** Folders that lie open as long as a member has opened none. */
const atFirst = 8;

/** The folders that lie open on a member's filing desk for a pile, with their letters, and how others are laid there. */
export function useOpenFolders(pile: readonly string[] = []): {
  readonly open: readonly OpenFolder[];
  setOpen(ids: readonly string[]): void;
} {
  const { library } = useDesk();
  const data = useData();
  const { card, folder } = data.replica;
  const { openFolders } = data.member.settings;
  // They stay as they are while cards are filed: the letters must not change under the hand.
  const [first] = useState(() => {
    if (openFolders) return [];
    const media = new Set(pile.flatMap((id) => card.get(id)?.medium ?? []));
    return fullestFolders(card.values(), atFirst, media);
  });
  const ids = openFolders ?? first;
  const open = useMemo(() => {
    const rows = ids.flatMap((id) => folder.get(id) ?? []).slice(0, mostOpen);
    const letters = lettersFor(rows.map(({ name }) => name));
    return rows.map((row, i) => ({ folder: row, path: pathOf(folder, row.id), letter: letters[i] }));
  }, [ids, folder]);
  const setOpen = useCallback(
    (next: readonly string[]) => void library.saveSettings({ openFolders: [...next] }).catch(() => undefined),
    [library],
  );
  return { open, setOpen };
}
