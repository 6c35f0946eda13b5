"use client";

import { useRef } from "react";
import type { CardHead } from "@/core/library/entities";
import { sayRating } from "@/core/library/rating";
import { countCards } from "@/core/library/words";
import { useDesk, useData } from "../data/desk";
import { Dialog } from "../parts/dialog";
import { havingOf, KeyChooser } from "./key-chooser";

const choices = [
  { stars: 5, key: "5" },
  { stars: 4, key: "4" },
  { stars: 3, key: "3" },
  { stars: 2, key: "2" },
  { stars: 1, key: "1" },
  { stars: 0, key: "0" },
  { stars: -1, key: "x" },
] as const;

/** Asks how good cards are: a digit says so. */
export function RateDialog({ cards, onClose }: { cards: readonly CardHead[]; onClose: () => void }) {
  const { act } = useDesk();
  const data = useData();
  const list = useRef<HTMLDivElement>(null);
  return (
    <Dialog title={`Rate ${countCards(cards)}`} onClose={onClose} initialFocus={list} width="320px">
      <KeyChooser
        ref={list}
        label="Ratings"
        choices={choices.map(({ stars, key }) => ({
          id: key,
          key,
          text: sayRating(stars),
          has: havingOf(cards, (card) => data.shelf.starsOf(card.id) === stars),
        }))}
        onTake={({ id }) => {
          onClose();
          const { stars } = choices.find(({ key }) => key === id)!;
          void act("rate-cards", { cardIds: cards.map((card) => card.id), stars });
        }}
      />
    </Dialog>
  );
}
