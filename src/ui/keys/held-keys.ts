import { useEffect, useRef } from "react";
import { isBareCharacter } from "@/core/keys/combination";

/** Keys wait so long at most, in milliseconds; then they act on what is there. */
const longest = 2000;

const isTyping = ({ target }: Event): boolean =>
  target instanceof HTMLElement && target.matches("input, textarea, select, [contenteditable]");

/** Presses again what was pressed. Only what a browser itself heard is typed by it, so that is done here. */
function repeat(press: KeyboardEvent, at: Element): void {
  const isLeft = at.dispatchEvent(new KeyboardEvent("keydown", press));
  if (!isLeft || !(isBareCharacter(press) || press.key === " ") || !(at instanceof HTMLInputElement)) return;
  at.setRangeText(press.key, at.selectionStart ?? 0, at.selectionEnd ?? 0, "end");
  at.dispatchEvent(new Event("input", { bubbles: true }));
}

const isModifier = ({ key }: KeyboardEvent): boolean => ["Alt", "Control", "Meta", "Shift"].includes(key);

/**
 * Keys that are pressed while the rows on the screen are not yet those that were asked for wait for these, in their
 * order; else who types fast would act on a card that is about to go. What is typed into a field goes on being typed.
 */
export function useHeldKeys(isBehind: boolean): void {
  const held = useRef<KeyboardEvent[]>([]);
  const waits = useRef(false);
  useEffect(() => {
    waits.current = isBehind;
    if (!isBehind) return;
    const hold = (press: KeyboardEvent) => {
      // Those that are let go come through here as well, and are not the browser's own.
      if (!press.isTrusted || isTyping(press) || isModifier(press)) return;
      press.preventDefault();
      press.stopImmediatePropagation();
      held.current.push(press);
    };
    const end = () => {
      // Other rows may have been asked for since.
      const press = waits.current ? undefined : held.current.shift();
      if (!press) return window.removeEventListener("keydown", hold, true);
      // One after another: each may open something that takes the next.
      repeat(press, document.activeElement ?? document.body);
      requestAnimationFrame(() => setTimeout(end));
    };
    window.addEventListener("keydown", hold, true);
    const enough = setTimeout(() => {
      waits.current = false;
      end();
    }, longest);
    return () => {
      clearTimeout(enough);
      waits.current = false;
      // After whatever else follows from the rows that came, such as which of them is selected.
      setTimeout(end);
    };
  }, [isBehind]);
}
