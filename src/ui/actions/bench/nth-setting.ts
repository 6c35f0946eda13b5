import { effectName } from "@/core/chain/describe";
import type { Action, ActionFamily } from "../action";
import type { BenchHere } from "./here";

const digits = [..."1234567890"];

/** A digit that is no card's key goes to the setting of that number, opened, as one that was just added is. */
export const nthSetting: ActionFamily<BenchHere> = {
  each: ({ lead }) =>
    (lead?.chain.settings ?? []).slice(0, digits.length).map(({ effect }, at): Action<BenchHere> => ({
      id: `chain.setting ${at + 1}`,
      words: `Go to setting ${at + 1}, ${effectName(effect)}`,
      keys: [digits[at]],
      run: (here) => {
        here.openSetting(at);
        here.focusControl(at);
      },
    })),
};
