import { ChakraProvider } from "@chakra-ui/react";
import { cleanup, render } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, vi } from "vitest";
import { ThemeRootContext } from "../src/ui/parts/theme-root";
import { system } from "../src/ui/theme/system";

/* Components in a document without layout. What that lacks of a browser's document is put in here. */

class NoObserver {
  observe = () => undefined;
  unobserve = () => undefined;
  disconnect = () => undefined;
}
vi.stubGlobal("ResizeObserver", NoObserver);
vi.stubGlobal("IntersectionObserver", NoObserver);
Object.assign(HTMLElement.prototype, { scrollTo: () => undefined, scrollIntoView: () => undefined });

class Pointer extends MouseEvent {
  readonly pointerId: number;
  readonly isPrimary: boolean;

  constructor(type: string, { pointerId = 0, isPrimary = true, ...init }: PointerEventInit = {}) {
    super(type, init);
    this.pointerId = pointerId;
    this.isPrimary = isPrimary;
  }
}
// The one of this document, which is what gives events to what listens.
Object.assign(window, { PointerEvent: Pointer });

/** Pointers by the element that has captured them. Source: Pointer Events, W3C, 2019, section 10. */
const captured = new Map<number, Element>();
Object.assign(Element.prototype, {
  setPointerCapture(this: Element, id: number) {
    captured.set(id, this);
  },
  hasPointerCapture(this: Element, id: number) {
    return captured.get(id) === this;
  },
  releasePointerCapture(id: number) {
    captured.delete(id);
  },
});

/** Where the focus was when a dialog was opened. */
const openers = new WeakMap<HTMLDialogElement, Element | null>();
// As far as focus goes. Source: HTML, WHATWG, "The dialog element", show and close steps.
Object.assign(HTMLDialogElement.prototype, {
  showModal(this: HTMLDialogElement) {
    openers.set(this, document.activeElement);
    this.open = true;
    this.querySelector<HTMLElement>("input, textarea, select, button, [tabindex]")?.focus();
  },
  close(this: HTMLDialogElement) {
    this.open = false;
    const opener = openers.get(this);
    if (opener instanceof HTMLElement) opener.focus();
  },
});

afterEach(() => {
  cleanup();
  captured.clear();
});

/** Draws a part as the application would. */
export const draw = (part: ReactNode) =>
  render(
    <ChakraProvider value={system}>
      <ThemeRootContext.Provider value={{ current: document.body }}>{part}</ThemeRootContext.Provider>
    </ChakraProvider>,
  );
