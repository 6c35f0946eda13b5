import { count } from "@/core/library/words";
import type { Action } from "../action";
import type { BenchHere } from "./here";

export const toDraft: Action<BenchHere> = {
  id: "bench.draft",
  name: "Go to the draft chain",
  words: ({ drafted }) => `Go to the draft chain of ${count(drafted, "setting")}`,
  short: "draft",
  keys: ["Shift+a"],
  on: ["target"],
  strip: true,
  offered: ({ drafted }) => drafted > 0,
  run: (here) => here.toDraft(),
};

/** What was applied, kept or thrown away is there once more. */
export const lastDraft: Action<BenchHere> = {
  id: "bench.last-draft",
  name: "Bring back the last draft chain",
  words: ({ endedDraft }) => `Bring back the last draft chain of ${count(endedDraft, "setting")}`,
  short: "last draft",
  keys: ["Shift+a"],
  on: ["target"],
  offered: ({ drafted, endedDraft }) => drafted === 0 && endedDraft > 0,
  run: (here) => here.bringDraftBack(),
};
