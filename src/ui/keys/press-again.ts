import { getTabbables } from "@zag-js/dom-query";
import { combination, isBareCharacter } from "@/core/keys/combination";

type TextField = HTMLInputElement | HTMLTextAreaElement;
const selectionOf = (at: TextField): [number, number] => [at.selectionStart ?? 0, at.selectionEnd ?? 0];

function write(at: TextField, text: string, from: number, to: number): void {
  at.setRangeText(text, from, Math.min(to, at.value.length), "end");
  at.dispatchEvent(new Event("input", { bubbles: true }));
}

/** What the browser itself does for a press, and only for its own: a script that presses has to do that as well. */
function whatTheBrowserDoes(press: KeyboardEvent, at: Element): void {
  const keys = combination(press);
  if (keys === "Tab" || keys === "Shift+Tab") {
    const all = getTabbables(at.closest<HTMLElement>("dialog[open]") ?? document.body);
    const here = all.indexOf(at as HTMLElement);
    const next = all.at(keys === "Tab" ? (here + 1) % all.length : here < 0 ? -1 : here - 1);
    next?.focus();
    // Who comes into a line of text from another field finds all of it chosen.
    if (next instanceof HTMLInputElement) next.select();
  } else if (at instanceof HTMLButtonElement || at instanceof HTMLAnchorElement) {
    if (keys === "Enter" || (keys === "Space" && at instanceof HTMLButtonElement)) at.click();
  } else if (at instanceof HTMLInputElement || at instanceof HTMLTextAreaElement) {
    if (keys === "Ctrl+a") at.select();
    else if (keys === "Enter" && at instanceof HTMLInputElement) at.form?.requestSubmit();
    else if (keys === "Enter" || keys === "Shift+Enter") write(at, "\n", ...selectionOf(at));
    else if (keys === "Backspace" || keys === "Delete") {
      const [from, to] = selectionOf(at);
      const none = from === to;
      write(
        at,
        "",
        keys === "Backspace" && none ? Math.max(0, from - 1) : from,
        keys === "Delete" && none ? to + 1 : to,
      );
    } else if (isBareCharacter(press) || press.key === " ") write(at, press.key, ...selectionOf(at));
  }
}

/** Presses again what was pressed, where the focus is now. */
export function pressAgain(press: KeyboardEvent): void {
  const at = document.activeElement ?? document.body;
  if (at.dispatchEvent(new KeyboardEvent("keydown", press))) whatTheBrowserDoes(press, at);
}
