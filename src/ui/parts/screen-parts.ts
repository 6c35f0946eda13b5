import { getTabbables } from "@zag-js/dom-query";

/*
 * A screen's parts stand side by side, such as targets, viewer and chain; each bears `data-part`. One key goes from one to
 * the next, and comes back to where one was in it.
 */

const lastIn = new WeakMap<Element, HTMLElement>();

/** Remembers where the focus is in a part, to come back there. */
export function rememberPart(part: Element, at: EventTarget): void {
  if (at instanceof HTMLElement) lastIn.set(part, at);
}

/** Where a part is begun: what bears `data-begins`, else the first control. */
function beginningOf(part: HTMLElement): HTMLElement | undefined {
  const last = lastIn.get(part);
  if (last && part.contains(last)) return last;
  return part.querySelector<HTMLElement>("[data-begins]") ?? getTabbables(part)[0];
}

/** Puts the focus into the next part (1) or the one before (−1), round and round; parts without a control are passed. */
export function goToPart(by: 1 | -1): void {
  const parts = [...document.querySelectorAll<HTMLElement>("[data-part]")];
  const here = parts.findIndex((part) => part.contains(document.activeElement));
  const from = here < 0 && by < 0 ? 0 : here;
  for (let step = 1; step <= parts.length; step++) {
    const part = parts[(from + by * step + step * parts.length) % parts.length];
    const begins = beginningOf(part);
    begins?.focus();
    if (begins && part.contains(document.activeElement)) return;
  }
}
