import { wayOf, type WayId } from "@/core/chain/ways";
import type { Action, ActionFamily } from "../action";
import { sentenceOf, type PutsOn } from "./here";

/** Every way but the first has a key of its own. */
const keysOfWays: Readonly<Record<Exclude<WayId, "replace">, string>> = {
  after: "Shift+Enter",
  before: "Alt+Enter",
  at: "Ctrl+Enter",
  missing: "Alt+Shift+Enter",
  range: "Ctrl+Alt+Shift+Enter",
  return: "Ctrl+Shift+Enter",
  parallel: "Ctrl+Alt+Enter",
};

/** Where another way is the usual one, and has Enter, the first one has that way's key. */
const keyOf = (way: WayId, usual: WayId): string =>
  keysOfWays[(way === "replace" ? usual : way) as keyof typeof keysOfWays];

/** The way that some keys mean; undefined where they mean none. */
export const wayOfKeys = (keys: string, usual: WayId, ways: readonly WayId[]): WayId | undefined =>
  keys === "Enter" ? usual : ways.find((way) => way !== usual && keyOf(way, usual) === keys);

/** The ways to put something on that are not the usual one, in one of the places where something waits for that. */
export const putWaysOf = (place: string): ActionFamily<PutsOn> => ({
  each: ({ way: usual, ways, puts }) =>
    ways
      .filter((way) => way !== usual)
      .map((way): Action<PutsOn> => ({
        id: `${place}.put-${way}`,
        words: sentenceOf(way, puts),
        short: wayOf(way).short,
        // A setting must be chosen for it; without one there is nothing to say.
        ...(way !== "at" && { sayable: true }),
        keys: [keyOf(way, usual)],
        offered: ({ found, settingAt }) => found > 0 && (way !== "at" || settingAt !== null),
        run: (here) => here.put(way),
      })),
});
