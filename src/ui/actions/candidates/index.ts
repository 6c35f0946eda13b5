import type { ActionPlace } from "../action";
import { draw } from "./draw";
import type { CandidatesHere } from "./here";
import { keep } from "./keep";
import { leave } from "./leave";
import { nth } from "./nth";
import { next, previous } from "./step";

export const candidatesPlace: ActionPlace<CandidatesHere> = {
  title: "Candidates",
  actions: [keep, next, previous, draw, nth, leave],
};
