import type { Action } from "../action";
import type { DeskHere } from "./here";

export const suggested: Action<DeskHere> = {
  id: "desk.suggested",
  words: ({ suggested, card }) => `File “${card?.name}” in “${suggested?.name}”, where cards like it lie`,
  short: ({ suggested }) => `in ${suggested?.name}`,
  keys: ["Enter"],
  strip: true,
  offered: ({ card, suggested }) => card !== undefined && suggested !== undefined,
  run: ({ file, suggested }) => file(suggested!.id),
};
