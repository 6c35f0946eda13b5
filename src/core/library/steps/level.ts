import type { Target } from "../entities/target";
import { changedIn, selectedOf } from "../stand";
import { levelRange } from "../sends";
import { Unfit } from "../unfit";
import { countTargets } from "../words";
import { readOf, sayLevel, stepKind } from "./define";

/** dB. */
export interface LevelStep {
  readonly level: number;
}

const number = { key: "level", label: "Level", unit: "dB", ...levelRange, by: 0.5 } as const;

/** Sets the level at which what is selected is sent to its returns. */
export const levelStep = stepKind<LevelStep>({
  read: (fields, where) => ({ level: readOf(fields, number, where) }),
  numbers: [number],
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
