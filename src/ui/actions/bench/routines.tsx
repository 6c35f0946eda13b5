import { boundOn, keysOfThings } from "@/core/library/bindings";
import { byPosition } from "@/core/library/order";
import { namesIn, sayStep } from "@/core/library/steps";
import { count, countTargets } from "@/core/library/words";
import { may } from "@/core/library/roles";
import type { Action, ActionFamily } from "../action";
import { mayShape, type BenchHere } from "./here";
import { later } from "../../parts/later";

const RoutineDialog = later(async () => (await import("../../bench/routine-dialog")).RoutineDialog);
const RoutinesDialog = later(async () => (await import("../../bench/routines-dialog")).RoutinesDialog);

const canRun = (here: BenchHere) => mayShape(here) && here.selected.length > 0;

export const routines: Action<BenchHere> = {
  id: "bench.routines",
  words: "Routines and sets",
  short: "routines",
  keys: ["y"],
  on: ["target"],
  strip: true,
  dialog: ({ here, close }) => (
    <RoutinesDialog canRun={canRun(here)} onRun={here.bench.runRoutine} onClose={close} />
  ),
};

/** What was done on the bench last becomes a routine. */
export const learnRoutine: Action<BenchHere> = {
  id: "bench.learn-routine",
  name: "Keep what was done last as a routine",
  words: ({ learnt }) => `Keep the last ${count(learnt.length, "step")} on the bench as a routine`,
  short: "keep steps",
  keys: ["Shift+y"],
  on: ["target"],
  offered: ({ learnt, role }) => learnt.length > 0 && may(role, "keep"),
  dialog: ({ here, close }) => <RoutineDialog steps={here.learnt} onClose={close} />,
};

/** Each of them, by its key where it has one. */
export const runRoutines: ActionFamily<BenchHere> = {
  each: ({ replica, cards, selected, lead }) => {
    const bound = boundOn(replica.keyBinding.values(), lead?.chain.medium);
    const keysOf = keysOfThings(bound.values());
    return [...replica.routine.values()]
      .filter(({ removed }) => !removed)
      .sort(byPosition)
      .map((routine): Action<BenchHere> => {
        const { id, name, steps } = routine;
        const keys = keysOf.get(id);
        const nameOf = namesIn({ card: cards, savedSearch: replica.savedSearch });
        return {
          id: `routine.run ${id}`,
          words: `Run “${name}” on ${countTargets(selected)}: ${steps.map((step) => sayStep(step, nameOf)).join(", ")}`,
          short: `${name} on ${countTargets(selected)}`,
          ...(keys && { keys, on: ["target"], strip: true }),
          offered: canRun,
          run: ({ bench }) => bench.runRoutine(routine),
        };
      });
  },
};
