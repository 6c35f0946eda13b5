"use client";

import { useRef } from "react";
import type { CardHead, FavouritesList } from "@/core/library/entities";
import { may } from "@/core/library/roles";
import { count, countCards } from "@/core/library/words";
import { useDesk, useData } from "../data/desk";
import { Dialog } from "../parts/dialog";
import { ListStamp } from "../parts/stamp";
import { havingOf, KeyChooser } from "./key-chooser";

/** Puts cards on a favourites list of the same owner as the list's, or takes them off. */
export const markCommand = ({ ownerId }: Pick<FavouritesList, "ownerId">) =>
  ownerId === null ? ("mark-team-cards" as const) : ("mark-cards" as const);

/** Asks on which favourites list cards are put, or off which they are taken: a letter does it. */
export function MarkDialog({ cards, onClose }: { cards: readonly CardHead[]; onClose: () => void }) {
  const { act } = useDesk();
  const data = useData();
  const { shelf, member } = data;
  const list = useRef<HTMLDivElement>(null);
  const lists = shelf.allLists().filter(({ ownerId }) => may(member.role, ownerId === null ? "keep" : "own"));
  const having = (id: string) =>
    havingOf(cards, (card) => shelf.listsOf(card.id).some((one) => one.id === id));
  return (
    <Dialog title={`Mark ${countCards(cards)}`} onClose={onClose} initialFocus={list} width="380px">
      <KeyChooser
        ref={list}
        label="Favourites lists"
        choices={lists.map((one) => ({
          id: one.id,
          key: one.mark,
          text: one.ownerId === null ? `${one.name} (the team's)` : one.name,
          says: count(shelf.count({ kind: "list", id: one.id }), "card"),
          ...(one.mark === "" && { sign: <ListStamp list={one} /> }),
          has: having(one.id),
        }))}
        onTake={({ id, has }) => {
          const one = lists.find((other) => other.id === id)!;
          onClose();
          void act(markCommand(one), {
            listId: id,
            cardIds: cards.map((card) => card.id),
            on: has !== "all",
          });
        }}
      />
    </Dialog>
  );
}
