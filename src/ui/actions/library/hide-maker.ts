import { may } from "@/core/library/roles";
import type { Action } from "../action";
import type { LibraryHere } from "./here";

export const hideMaker: Action<LibraryHere> = {
  id: "library.hide-maker",
  words: ({ card }) => `Hide everything by “${card?.maker}” from yourself`,
  keys: ["Shift+z"],
  on: ["card"],
  offered: ({ card, role }) => card !== undefined && card.maker !== "" && may(role, "own"),
  run: ({ act, card }) => act("hide", { maker: card!.maker, on: true }),
};
