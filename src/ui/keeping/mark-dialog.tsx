"use client";

import { useRef, useState } from "react";
import type { CardHead } from "@/core/library/entities";
import { may } from "@/core/library/roles";
import { count, countCards } from "@/core/library/words";
import { useDesk, useData } from "../data/desk";
import { Dialog } from "../parts/dialog";
import { ListStamp } from "../parts/stamp";
import { havingOf, KeyChooser } from "./key-chooser";
import { markCommand } from "./mark-command";

/**
 * Asks on which favourites lists cards are put, or off which they are taken: a letter does it, and another letter the next.
 * Enter and a press do it with one and leave; so does any key that is no list's, once a letter has done something.
 */
export function MarkDialog({ cards, onClose }: { cards: readonly CardHead[]; onClose: () => void }) {
  const { act } = useDesk();
  const data = useData();
  const { shelf, member } = data;
  const list = useRef<HTMLDivElement>(null);
  const [isDone, setDone] = useState(false);
  const lists = shelf.allLists().filter(({ ownerId }) => may(member.role, ownerId === null ? "keep" : "own"));
  const having = (id: string) =>
    havingOf(cards, (card) => shelf.listsOf(card.id).some((one) => one.id === id));
  return (
    <Dialog title={`Mark ${countCards(cards)}`} onClose={onClose} initialFocus={list} width="380px">
      <KeyChooser
        ref={list}
        label="Favourites lists"
        {...(isDone && { onPass: onClose })}
        choices={lists.map((one) => ({
          id: one.id,
          key: one.mark,
          text: one.ownerId === null ? `${one.name} (the team's)` : one.name,
          says: count(shelf.count({ kind: "list", id: one.id }), "card"),
          ...(one.mark === "" && { sign: <ListStamp list={one} /> }),
          has: having(one.id),
        }))}
        onTake={({ id, has }, isByKey) => {
          const one = lists.find((other) => other.id === id)!;
          if (isByKey) setDone(true);
          else onClose();
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
