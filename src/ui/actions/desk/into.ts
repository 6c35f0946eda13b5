import type { Action, ActionFamily } from "../action";
import type { DeskHere } from "./here";

/** A letter files the card where it lies open and brings the next. */
export const into: ActionFamily<DeskHere> = {
  each: ({ open, card }) =>
    open.map(({ folder, path, letter }): Action<DeskHere> => ({
      id: `desk.into ${folder.id}`,
      words: `File “${card?.name}” in ${path}`,
      keys: [letter],
      offered: () => card !== undefined,
      run: (here) => here.file(folder.id),
    })),
};

/** With Shift it is filed there too, and stays. */
export const alsoInto: ActionFamily<DeskHere> = {
  each: ({ open, card }) =>
    open.map(({ folder, path, letter }): Action<DeskHere> => ({
      id: `desk.also-into ${folder.id}`,
      words: `File “${card?.name}” in ${path} too`,
      keys: [`Shift+${letter}`],
      offered: () => card !== undefined,
      run: (here) => here.alsoFile(folder.id),
    })),
};
