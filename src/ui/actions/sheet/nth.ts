import type { Action, ActionFamily } from "../action";
import { ordinals } from "../shared/ordinals";
import type { SheetHere } from "./here";

/** The first columns by their numbers. */
export const nth: ActionFamily<SheetHere> = {
  each: ({ columns }) =>
    ordinals.slice(0, columns).map((ordinal, i): Action<SheetHere> => ({
      id: `sheet.${ordinal}`,
      words: `Pick the ${ordinal} card for the chosen row, or no more, and go on to the next`,
      short: ordinal,
      keys: [`${i + 1}`],
      run: (here) => here.pick(i),
    })),
};
