import { effectName } from "@/core/chain/describe";
import type { Action, ActionFamily } from "../action";
import type { BenchHere } from "./here";

const digits = [..."1234567890"];

/** A digit goes to the setting of that number and opens it, as one that was just added is. */
const nthSetting = (isMeant: (here: BenchHere) => boolean): ActionFamily<BenchHere> => ({
  each: (here) =>
    (isMeant(here) ? (here.lead?.chain.settings ?? []) : [])
      .slice(0, digits.length)
      .map(({ effect }, at): Action<BenchHere> => ({
        id: `chain.setting ${at + 1}`,
        words: `Go to setting ${at + 1}, ${effectName(effect)}`,
        keys: [digits[at]],
        run: ({ openSetting, focusControl }) => {
          openSetting(at);
          focusControl(at);
        },
      })),
});

/** While keys are in the chain, before what else a digit is bound to. */
export const settingsInHand = nthSetting(({ isAtSettings }) => isAtSettings);
/** From anywhere else, by digits that are no card's keys. */
export const settingsByDigit = nthSetting(({ isAtSettings }) => !isAtSettings);
