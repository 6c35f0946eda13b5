import { mostCards } from "../api/fields";
import { count } from "../library/words";
import { cardsOf, isOurs } from "./cards";
import type { Found, Look, Remedy } from "./define";

/* Remedies that several findings offer. */

const allOf = (found: readonly Found[], look: Look) => found.flatMap((one) => cardsOf(one, look));
/** All but the one of each that stays. */
const othersOf = (found: readonly Found[], look: Look) => found.flatMap((one) => cardsOf(one, look).slice(1));

const nameOfFirst = (found: readonly Found[], { replica }: Look) =>
  replica.card.get(found[0].ids[0])?.name ?? "";

/** Hides the cards from the member. */
export const hideThem: Remedy = {
  id: "hide",
  most: mostCards,
  words: (found) =>
    found.length === 1 ? "Hide it from yourself" : `Hide ${count(found.length, "card")} from yourself`,
  steps: (found, look) => hiding(allOf(found, look).map(({ id }) => id)),
};

const hiding = (cardIds: string[]) =>
  cardIds.length > 0
    ? [{ command: "hide" as const, input: { cardIds: cardIds.slice(0, mostCards), on: true } }]
    : [];

const withdrawing = (cardIds: string[]) =>
  cardIds.length > 0
    ? [
        {
          command: "withdraw-cards" as const,
          input: { cardIds: cardIds.slice(0, mostCards), withdrawn: true },
        },
      ]
    : [];

/** Takes the cards out of use, for all. */
export const withdrawThem: Remedy = {
  id: "withdraw",
  most: mostCards,
  words: (found) => (found.length === 1 ? "Withdraw it" : `Withdraw ${count(found.length, "card")}`),
  steps: (found, look) =>
    withdrawing(
      allOf(found, look)
        .filter(isOurs)
        .map(({ id }) => id),
    ),
};

/** Of each matter's cards keeps the first, for all. */
export const withdrawOthers: Remedy = {
  id: "withdraw-others",
  most: mostCards,
  words: (found, look) =>
    found.length === 1
      ? `Keep “${nameOfFirst(found, look)}”, withdraw ${sayOthers(found[0])}`
      : `Keep the first of each, withdraw ${count(othersOf(found, look).filter(isOurs).length, "card")}`,
  steps: (found, look) =>
    withdrawing([
      ...new Set(
        othersOf(found, look)
          .filter(isOurs)
          .map(({ id }) => id),
      ),
    ]),
};

/** Of each matter's cards leaves the first, for the member. */
export const hideOthers: Remedy = {
  id: "hide-others",
  most: mostCards,
  words: (found, look) =>
    found.length === 1
      ? `Hide ${sayOthers(found[0])} from yourself`
      : `Hide ${count(othersOf(found, look).length, "card")} from yourself`,
  steps: (found, look) => hiding([...new Set(othersOf(found, look).map(({ id }) => id))]),
};

const sayOthers = ({ ids }: Found) => (ids.length === 2 ? "the other one" : `the ${ids.length - 1} others`);
