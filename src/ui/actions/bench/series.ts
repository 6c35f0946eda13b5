import { exceptionAfter, othersOf } from "@/core/library/series";
import { count } from "@/core/library/words";
import type { Action } from "../action";
import { mayShape, type BenchHere } from "./here";

const next = ({ targets, exceptions, lead }: BenchHere) =>
  exceptionAfter(targets, exceptions, lead?.id ?? null);

export const nextException: Action<BenchHere> = {
  id: "bench.next-exception",
  name: "Go to the next exception in the series",
  words: ({ exceptions }) => `Go to the next of ${count(exceptions.length, "exception")} in the series`,
  short: "next exception",
  keys: ["e"],
  on: ["target"],
  strip: true,
  offered: (here) => next(here) !== null,
  run: (here) => here.bench.selection.only(next(here)!),
};

const others = ({ targets, lead }: BenchHere) => (lead ? othersOf(targets, lead) : []);

/** What was touched up on one is carried over to those of its series that are as most of them are. */
export const othersToo: Action<BenchHere> = {
  id: "bench.others-too",
  name: "Carry the chain over to the others of the series",
  words: (here) =>
    `The others too: carry this chain over to ${count(others(here).length, "target")} of the series`,
  short: (here) => `the others too (${others(here).length})`,
  keys: ["Shift+e"],
  on: ["target", "chain"],
  strip: true,
  offered: (here) => mayShape(here) && others(here).length > 0,
  run: async (here) => {
    // What was touched last is what is carried over.
    await here.bench.sendWaiting();
    const [fromId, targetIds] = [here.lead!.id, others(here)];
    const seen = here.bench.seenOf(targetIds);
    await here.act("carry-over", () => ({
      sessionId: here.session.id,
      fromId,
      targetIds,
      seenTargets: seen(),
    }));
  },
};
