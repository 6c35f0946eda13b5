import type { Target } from "../entities/target";
import { changedIn, selectedOf } from "../stand";
import { levelRange } from "../sends";
import { Unfit } from "../unfit";
import { countTargets } from "../words";
import { readNumber, sayLevel, stepKind } from "./define";

/** dB. */
export interface LevelStep {
  readonly level: number;
}

/** Sets the level at which what is selected is sent to its returns. */
export const levelStep = stepKind<LevelStep>({
  read: ({ level }, where) => ({
    level: readNumber(level, levelRange.least, levelRange.most, `${where}.level`),
  }),
  cardsOf: () => [],
  say: ({ level }) => `set all sends to ${sayLevel(level)}`,
  run({ level }, stand) {
    const targets = selectedOf(stand);
    const sending = targets.filter(({ sends }) => sends.length > 0);
    if (sending.length === 0)
      throw new Unfit("no-sends", `Nothing is sent from ${countTargets(targets)} to a return.`, {
        hint: "Send it to one first, or take the step out of the routine.",
      });
    return changedIn(
      stand,
      new Map(
        sending.map(({ id, sends }): [string, Partial<Target>] => [
          id,
          { sends: sends.map(({ to }) => ({ to, level })) },
        ]),
      ),
    );
  },
});
