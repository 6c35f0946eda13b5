import { FormatFault } from "../../chain/fault";
import { kindPlural, targetKinds, type TargetKind } from "../../media";
import { Unfit } from "../unfit";
import { stepKind } from "./define";

export interface ChooseStep {
  /** The target behind the last selected one, all of the session, or all of a kind. */
  readonly which: "next" | "all" | TargetKind;
}

/** Selects other targets for the steps that follow, and for whoever goes on. */
export const chooseStep = stepKind<ChooseStep>({
  read({ which }, where) {
    const known = (["next", "all", ...targetKinds] as const).find((one) => one === which);
    if (!known) throw new FormatFault("Choose next, all, or a kind of target.", `${where}.which`);
    return { which: known };
  },
  cardsOf: () => [],
  say: ({ which }) =>
    which === "next"
      ? "go to the next target"
      : `choose all ${which === "all" ? "targets" : kindPlural(which)}`,
  run({ which }, stand) {
    const { targets, selected } = stand;
    if (which === "next") {
      const last = Math.max(...selected.map((id) => targets.findIndex((target) => target.id === id)));
      // At the end it stays.
      return { ...stand, selected: [targets[Math.min(targets.length - 1, last + 1)].id] };
    }
    const chosen = targets.filter(({ kind }) => which === "all" || kind === which);
    if (chosen.length === 0)
      throw new Unfit("no-targets", `This session has no ${kindPlural(which as TargetKind)}.`, {
        hint: "Add one, or take the step out of the routine.",
      });
    return { ...stand, selected: chosen.map(({ id }) => id) };
  },
});
