import type { Action, ActionFamily } from "../action";
import type { UpkeepHere } from "./here";

/** What puts things right: for what is selected, and for all there is of it. */
export const remedies: ActionFamily<UpkeepHere> = {
  each: ({ remedies }) => [
    ...remedies.map(({ id, words, run }, i): Action<UpkeepHere> => ({
      id: `upkeep.${id}`,
      words,
      keys: i === 0 ? ["Enter", "1"] : [String(i + 1)],
      on: ["finding"],
      strip: i === 0,
      offered: () => words !== "",
      run,
    })),
    ...remedies.map(({ id, wordsForAll, runForAll }, i): Action<UpkeepHere> => ({
      id: `upkeep.${id}-all`,
      words: wordsForAll,
      keys: [`Alt+${i + 1}`],
      on: ["finding"],
      strip: i === 0,
      offered: () => wordsForAll !== "",
      run: runForAll,
    })),
  ],
};
