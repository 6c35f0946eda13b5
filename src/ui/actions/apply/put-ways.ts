import { wayIds, wayOf, type WayId } from "@/core/chain/ways";
import type { Action, ActionFamily } from "../action";
import { sentenceOf, type ApplyHere } from "./here";

/** Every way but the first has a key of its own. */
const keysOfWays: Readonly<Record<Exclude<WayId, "replace">, string>> = {
  after: "Shift+Enter",
  before: "Alt+Enter",
  at: "Ctrl+Enter",
  missing: "Alt+Shift+Enter",
};

/** Where another way is the usual one, and has Enter, the first one has that way's key. */
const keyOf = (way: WayId, usual: WayId): string =>
  keysOfWays[(way === "replace" ? usual : way) as keyof typeof keysOfWays];

/** The way that some keys mean; undefined where they mean none. */
export const wayOfKeys = (keys: string, usual: WayId): WayId | undefined =>
  keys === "Enter" ? usual : wayIds.find((way) => way !== usual && keyOf(way, usual) === keys);

/** The ways to apply that are not the usual one. */
export const putWays: ActionFamily<ApplyHere> = {
  each: ({ way: usual }) =>
    wayIds
      .filter((way) => way !== usual)
      .map((way): Action<ApplyHere> => ({
        id: `apply.put-${way}`,
        words: sentenceOf(way),
        short: wayOf(way).short,
        // A setting must be chosen for it; without one there is nothing to say.
        ...(way !== "at" && { sayable: true }),
        keys: [keyOf(way, usual)],
        offered: ({ found, settingAt }) => found > 0 && (way !== "at" || settingAt !== null),
        run: (here) => here.put(way),
      })),
};
