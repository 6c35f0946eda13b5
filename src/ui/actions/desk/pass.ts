import type { Action } from "../action";
import type { DeskHere } from "./here";

export const pass: Action<DeskHere> = {
  id: "desk.pass",
  words: "Pass this card by",
  short: "pass by",
  keys: ["ArrowDown", "ArrowRight", "Space"],
  strip: true,
  offered: ({ card }) => card !== undefined,
  run: (here) => here.step(1),
};

export const previous: Action<DeskHere> = {
  id: "desk.previous",
  words: "Go back to the card before",
  short: "card before",
  keys: ["ArrowUp", "ArrowLeft"],
  strip: true,
  offered: ({ at }) => at > 0,
  run: (here) => here.step(-1),
};
