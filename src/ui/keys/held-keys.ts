import { useCallback, useEffect, useLayoutEffect, useState } from "react";
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
  useLayoutEffect(() => (isBehind ? presses.wait({ longest: longestForRows }) : undefined), [isBehind]);
}

/** Keys wait until the returned function is called, or for so many milliseconds. */
export const waitForKeys = (longest: number): (() => void) => presses.wait({ longest });

/** Keys wait for the screen that this stands for; those in fields too, where it is one that takes the focus from them. */
export function useKeysWait(inFields = false): void {
  useLayoutEffect(() => presses.wait({ inFields }), [inFields]);
}

/** Keys wait, those in fields too, for what comes of a press before them; Esc leaves. */
export function useKeysFollow(isWaiting: boolean): void {
  useLayoutEffect(
    () => (isWaiting ? presses.wait({ inFields: true, isLeft: true }) : undefined),
    [isWaiting],
  );
}

/**
 * For what is sent by a key out of a field, such as a form in a dialog: from then on keys wait, those in fields too, as
 * they are meant for the screen that follows. The returned function ends that once what came of it has been drawn; where
 * it was refused, nothing follows, and the keys mean nothing.
 */
export function useKeysWaitForAnswer(): () => (isTaken: boolean) => void {
  const [answers, setAnswers] = useState(0);
  const [waiting] = useState(() => new Set<() => void>());
  useLayoutEffect(
    () => () => {
      waiting.forEach((end) => end());
      waiting.clear();
    },
    [waiting, answers],
  );
  return useCallback(() => {
    waiting.add(presses.wait({ inFields: true, isLeft: true }));
    return (isTaken) => {
      if (!isTaken) presses.drop();
      setAnswers((count) => count + 1);
    };
  }, [waiting]);
}

/** Gives a press that a part has no use for to what is there once that part has gone. */
export function passOn(press: KeyboardEvent): void {
  const goneBy = presses.wait();
  presses.begin([press]);
  goneBy();
}

/** The screen did not come: what was pressed for it means nothing. */
export function useKeysDropped(): void {
  useEffect(() => presses.drop(), []);
}
