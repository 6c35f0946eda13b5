import { useEffect, useLayoutEffect } from "react";
import { HeldPresses, isField } from "./held-presses";
import { pressAgain } from "./press-again";

/** Rows are waited for so long at most, in milliseconds; then keys act on those that are there. */
const longestForRows = 2000;

const presses = new HeldPresses<KeyboardEvent>({
  again: pressAgain,
  isTyping: () => isField(document.activeElement),
});

/** Listens for presses that have to wait, from the first one that the page took up. Once for the whole page. */
export function useHoldingKeys(): void {
  useLayoutEffect(() => {
    const hold = (press: KeyboardEvent) => {
      if (!presses.take(press, isField(press.target))) return;
      press.preventDefault();
      press.stopImmediatePropagation();
    };
    window.addEventListener("keydown", hold, true);
    const first = window.firstPresses;
    first?.end();
    presses.begin(first?.presses.splice(0) ?? []);
    return () => window.removeEventListener("keydown", hold, true);
  }, []);
}

/** Keys that are pressed while the rows on the screen are not yet those that were asked for wait for these. */
export function useHeldKeys(isBehind: boolean): void {
  useLayoutEffect(() => (isBehind ? presses.wait(longestForRows) : undefined), [isBehind]);
}

/** Keys wait until the returned function is called, or for so many milliseconds. */
export const waitForKeys = (longest: number): (() => void) => presses.wait(longest);

/** Keys wait for the screen that this stands for. */
export function useKeysWait(): void {
  useLayoutEffect(() => presses.wait(), []);
}

/** The screen did not come: what was pressed for it means nothing. */
export function useKeysDropped(): void {
  useEffect(() => presses.drop(), []);
}
