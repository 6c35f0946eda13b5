import { FormatFault } from "../../chain/fault";
import { wayOf } from "../../chain/ways";
import { put } from "../putting";
import { Unfit } from "../unfit";
import { isUuid, readOf, readWay, stepKind, strengthNumber } from "./define";
import type { PutStep } from "./put";

export interface DrawStep extends Pick<PutStep, "how" | "strength"> {
  /** A saved search of the team. */
  readonly searchId: string;
}

/** Puts a card on that is drawn by chance among those of a saved search; whoever runs the routine says which it is. */
export const drawStep = stepKind<DrawStep>({
  read({ searchId, how = "replace", ...fields }, where) {
    if (!isUuid(searchId)) throw new FormatFault("A saved search is named by its id.", `${where}.searchId`);
    return {
      searchId,
      how: readWay(how, `${where}.how`),
      strength: readOf(fields, strengthNumber, where, 100),
    };
  },
  numbers: [strengthNumber],
  cardsOf: () => [],
  say: ({ searchId, how, strength }, nameOf) =>
    `${wayOf(how).does(`a card by chance of “${nameOf(searchId)}”`)}${strength === 100 ? "" : ` at ${strength} %`}`,
  run(step, stand, { drawnFor, newId }) {
    const drawn = drawnFor(step);
    if (!drawn)
      throw new Unfit("nothing-drawn", "No card was drawn for a step that puts one on by chance.", {
        field: "drawn",
        hint: "Name a card for each of these steps, in their order.",
      });
    const { how, strength } = step;
    return put(stand, { puts: [drawn], how, strength }, newId).stand;
  },
});
