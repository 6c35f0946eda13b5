"use client";

import { useCallback, useMemo } from "react";
import type { CardHead } from "@/core/library/entities";
import { isFiledIn } from "@/core/library/filing";
import { countCards } from "@/core/library/words";
import { useDesk, useData } from "../data/desk";
import { BranchDialog } from "./branch-dialog";
import { havingOf } from "./key-chooser";
import { useHidden } from "./use-hidden";

/** The folders in which some cards are filed beside their homes. */
export function FilingsDialog({ cards, onClose }: { cards: readonly CardHead[]; onClose: () => void }) {
  const { act } = useDesk();
  const data = useData();
  const { replica } = data;
  const { folders: aside } = useHidden();
  const now = useMemo(() => cards.map((card) => replica.card.get(card.id) ?? card), [cards, replica.card]);
  const having = useCallback((id: string) => havingOf(now, (card) => isFiledIn(card, id)), [now]);
  const says = useCallback(
    (id: string) => (now.some((card) => card.folderId === id) ? "its home" : ""),
    [now],
  );
  const cardIds = cards.map(({ id }) => id);
  return (
    <BranchDialog
      title={`Where ${countCards(cards)} ${cards.length === 1 ? "is" : "are"} filed`}
      noun="folder"
      rows={replica.folder}
      aside={aside}
      havingOf={having}
      having="filed here"
      says={says}
      onTake={(folderId, on) => void act("file-cards", { cardIds, folderId, on })}
      onMake={(path) => void act("file-cards", { cardIds, path, on: true })}
      onClose={onClose}
    />
  );
}
