import { useCallback } from "react";
import { count } from "@/core/library/words";
import { sayError, useDesk } from "../data/desk";
import { useBringFile } from "../data/files";

/** Imports files of cards, one after another; looks that name no folder are filed at `path`. */
export function useImport(path: string): (files: readonly File[]) => Promise<void> {
  const { act, tell, libraryId } = useDesk();
  const bring = useBringFile(libraryId);
  return useCallback(
    async (files) => {
      let imported = 0;
      for (const file of files) {
        let cards;
        try {
          const { cardsOf } = await import("./import-files");
          cards = await cardsOf(file, bring);
        } catch (error) {
          return tell({ kind: "problem", text: sayError(error) });
        }
        for (const card of cards) {
          const done =
            "file" in card
              ? await act("import-card", card)
              : await act("keep-card", { ...card, fits: [], path });
          // The reason of a refused one stays to be read; the others are not begun.
          if (!done) return;
          imported++;
        }
      }
      if (imported > 1) tell({ kind: "done", text: `Imported ${count(imported, "card")}.` });
    },
    [act, tell, bring, path],
  );
}
