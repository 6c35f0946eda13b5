import { useEffect, useLayoutEffect, useRef } from "react";
import { pressAgain } from "./press-again";

/** Keys wait so long at most, in milliseconds; then they act on what is there. */
const longest = 2000;

const isField = (at: EventTarget | null): boolean =>
  at instanceof HTMLElement && at.matches("input, textarea, select, [contenteditable]");

const isModifier = ({ key }: KeyboardEvent): boolean => ["Alt", "Control", "Meta", "Shift"].includes(key);

/**
 * Keys that are pressed while the rows on the screen are not yet those that were asked for wait for these, in their
 * order; else who types fast would act on a card that is about to go. What is typed into a field goes on being typed.
 */
export function useHeldKeys(isBehind: boolean): void {
  const held = useRef<KeyboardEvent[]>([]);
  const waits = useRef(false);
  useEffect(() => {
    const hold = (press: KeyboardEvent) => {
      const mustWait = waits.current || held.current.length > 0;
      // Those that are let go come through here as well, and are not the browser's own.
      if (!mustWait || !press.isTrusted || isField(press.target) || isModifier(press)) return;
      press.preventDefault();
      press.stopImmediatePropagation();
      held.current.push(press);
    };
    window.addEventListener("keydown", hold, true);
    return () => window.removeEventListener("keydown", hold, true);
  }, []);
  useLayoutEffect(() => {
    waits.current = isBehind;
    if (!isBehind) return;
    /**
     * One after another, as each may open something that takes the next, and other rows may be asked for by one; but
     * without a pause in which the browser could bring a newer press first. React draws what a press changed in the
     * microtask after it, as it does for the browser's own. Where one of them has gone to a field, those after it are
     * typed there, whatever rows that asks for: the next letter comes there at once.
     */
    const letGo = async () => {
      while (held.current.length > 0 && (!waits.current || isField(document.activeElement))) {
        pressAgain(held.current.shift()!);
        await Promise.resolve();
      }
    };
    const enough = setTimeout(() => {
      waits.current = false;
      void letGo();
    }, longest);
    return () => {
      clearTimeout(enough);
      waits.current = false;
      // After whatever else follows from the rows that came, such as which of them is selected.
      setTimeout(() => void letGo());
    };
  }, [isBehind]);
}
