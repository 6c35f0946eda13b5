import { listMove } from "@/core/keys/list-navigation";
import { wayOfKeys } from "../actions/apply/put-ways";
import type { Around, BarEvent, BarState } from "../state/bar/model";
import type { BarView } from "../state/bar/view";

/** Whether a plus that is pressed behind some text gathers: not within a value of the query, nor within a phrase. */
const gathers = (before: string): boolean =>
  !/[:<>=("“„][^\s]*$/.test(before) && (before.match(/["“”„]/g) ?? []).length % 2 === 0;

/** The event that keys in the bar's field stand for, besides its actions; `before` is the text before the caret. Null: they are left to the field. */
export function barKey(
  keys: string,
  before: string,
  { typed, what, back }: BarState,
  { way, ways, settingAt, earlier }: Around,
  { chosen, count, scope }: BarView,
): BarEvent | null {
  const how = wayOfKeys(keys, way, ways);
  // As the usual way it goes to the end then.
  if (how === "at" && settingAt === null && keys !== "Enter") return null;
  if (how) return { kind: "put", how };
  if (keys === "+" && gathers(before)) return { kind: "gather" };
  const number = /^Alt\+([1-9])$/.exec(keys);
  if (number) return { kind: "put", how: way, index: Number(number[1]) - 1 };
  if (keys === "Backspace" && typed === "" && what) return { kind: "look like", what: null };
  if (keys === "Backspace" && typed === "" && scope) return { kind: "look within", id: undefined };
  // Nothing is above the first row but what was asked before.
  const isBackward = chosen <= 0 && earlier.length > 0 && (typed === "" || typed === earlier[back]);
  if (keys === "ArrowUp" && isBackward) return { kind: "earlier" };
  if (keys === "ArrowDown") return { kind: "below" };
  if (keys === "Alt+ArrowUp") return { kind: "earlier" };
  if (keys === "Alt+Backspace") return { kind: "drop term" };
  // Pages belong to the strength here.
  const move = /^(Shift\+)?Arrow/.test(keys)
    ? listMove(keys, { at: chosen, count, typed: true, many: true })
    : null;
  return move && move !== "all" ? { kind: "go", ...move } : null;
}
