import { FormatFault } from "../../chain/fault";
import { effectName } from "../../chain/describe";
import type { Target } from "../entities/target";
import { changedIn, selectedOf } from "../stand";
import { Unfit } from "../unfit";
import { countTargets } from "../words";
import { stepKind } from "./define";

export interface SwitchStep {
  /** The id of an effect. */
  readonly effect: string;
  readonly on: boolean;
}

/** Switches an effect of what is selected on or off, wherever it stands in the chains. */
export const switchStep = stepKind<SwitchStep>({
  read({ effect, on }, where) {
    if (typeof effect !== "string" || effect === "" || effect.length > 100)
      throw new FormatFault("Name the effect by its id, such as audio.gain.", `${where}.effect`);
    if (typeof on !== "boolean") throw new FormatFault("On is true or false.", `${where}.on`);
    return { effect, on };
  },
  cardsOf: () => [],
  say: ({ effect, on }) => `switch ${effectName(effect)} ${on ? "on" : "off"}`,
  run({ effect, on }, stand) {
    const targets = selectedOf(stand);
    const having = targets.filter(({ chain }) => chain.settings.some((one) => one.effect === effect));
    if (having.length === 0)
      throw new Unfit("no-effect", `There is no ${effectName(effect)} on ${countTargets(targets)}.`, {
        hint: "Put one on first, or take the step out of the routine.",
      });
    return changedIn(
      stand,
      new Map(
        having.map(({ id, chain }): [string, Partial<Target>] => [
          id,
          {
            chain: {
              ...chain,
              settings: chain.settings.map((one) => (one.effect === effect ? { ...one, on } : one)),
            },
          },
        ]),
      ),
    );
  },
});
