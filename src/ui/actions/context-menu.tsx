"use client";

import { Menu } from "@chakra-ui/react";
import { useCallback, useEffect, useId, useRef, useState, type RefObject } from "react";
import type { Offer, Subject } from "./action";
import { MenuOfOffers } from "./menu-of-offers";
import { offersOn } from "./stack";
import { useActionStack } from "./use-actions";

/** Milliseconds a finger rests on a row before its menu opens. */
const longPress = 500;
/** Pixels that a resting finger may move. */
const steady = 10;

interface Opened {
  readonly x: number;
  readonly y: number;
  readonly offers: readonly Offer[];
  readonly title: string | undefined;
  readonly from: Element | null;
}

/** What an element is about: `data-subject` on it or around it. */
const subjectAt = (element: Element | null): HTMLElement | null =>
  element?.closest<HTMLElement>("[data-subject]") ?? null;

/** What the keyboard is at: a list's chosen row, else what has the focus. */
function subjectOfFocus(): HTMLElement | null {
  const focused = document.activeElement;
  const row = focused?.getAttribute("aria-activedescendant");
  return subjectAt((row && document.getElementById(row)) || focused);
}

const isText = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.matches("input, textarea, [contenteditable]");

const asked = "fichier:menu";
/** Opens the menu of what the keyboard is at. */
export const openMenuOfFocus = (): void => void window.dispatchEvent(new Event(asked));

/**
 * The menus of rows, cards, targets, settings, folders: whatever carries `data-subject`. They open by the right button,
 * by the menu key (or Shift+F10), and by a finger that rests.
 */
export function ContextMenus({ root }: { root: RefObject<HTMLElement | null> }) {
  const stack = useActionStack();
  const scope = useId();
  const [opened, setOpened] = useState<Opened | null>(null);
  const close = useCallback(() => {
    stack.remove(scope);
    setOpened(null);
  }, [stack, scope]);

  const open = useCallback(
    (element: HTMLElement | null, at?: { x: number; y: number }): boolean => {
      if (!element) return false;
      const offers = offersOn(element.dataset.subject as Subject, stack.current());
      // Nothing of what lies below a dialog.
      if (offers.length === 0 || stack.current().some((s) => s.modal)) return false;
      const { left, bottom } = element.getBoundingClientRect();
      setOpened({
        x: at?.x ?? left + 24,
        y: at?.y ?? bottom,
        offers,
        title: element.dataset.subjectName,
        from: document.activeElement,
      });
      // Keys of a fast hand do not fall through to what lies below while the menu comes.
      stack.put({
        id: scope,
        title: "Menu",
        offers: [],
        modal: true,
        note: "Arrows choose, Enter does it, Esc leaves",
      });
      return true;
    },
    [stack, scope],
  );

  useEffect(() => {
    const area = root.current;
    if (!area) return;
    const onMenu = (event: MouseEvent) => {
      if (isText(event.target)) return;
      // By the menu key the browser names what has the focus, and not always a button.
      const byKey = event.button !== 2;
      const element = byKey ? subjectOfFocus() : subjectAt(event.target as Element);
      if (open(element, byKey ? undefined : { x: event.clientX, y: event.clientY })) event.preventDefault();
    };
    let timer: ReturnType<typeof setTimeout> | undefined;
    let start: { x: number; y: number } | null = null;
    const onDown = (event: PointerEvent) => {
      clearTimeout(timer);
      if (event.pointerType !== "touch" || isText(event.target)) return;
      const at = { x: event.clientX, y: event.clientY };
      const target = event.target as Element;
      start = at;
      timer = setTimeout(() => {
        // A row is chosen by being pressed, which a resting finger has not done yet.
        target.dispatchEvent(new MouseEvent("mousedown", { bubbles: true, cancelable: true, button: 2 }));
        // The rows have heard of it before the menu asks what is offered.
        requestAnimationFrame(() => open(subjectAt(target), at));
      }, longPress);
    };
    const onMove = (event: PointerEvent) => {
      if (start && Math.hypot(event.clientX - start.x, event.clientY - start.y) > steady) clearTimeout(timer);
    };
    const onUp = () => clearTimeout(timer);
    const onAsked = () => open(subjectOfFocus());
    window.addEventListener(asked, onAsked);
    area.addEventListener("contextmenu", onMenu);
    area.addEventListener("pointerdown", onDown);
    area.addEventListener("pointermove", onMove);
    area.addEventListener("pointerup", onUp);
    area.addEventListener("pointercancel", onUp);
    return () => {
      clearTimeout(timer);
      window.removeEventListener(asked, onAsked);
      area.removeEventListener("contextmenu", onMenu);
      area.removeEventListener("pointerdown", onDown);
      area.removeEventListener("pointermove", onMove);
      area.removeEventListener("pointerup", onUp);
      area.removeEventListener("pointercancel", onUp);
    };
  }, [root, open]);

  const latest = useRef(opened);
  useEffect(() => {
    latest.current = opened;
  }, [opened]);
  const run = (id: string) => {
    const now = latest.current;
    close();
    if (now?.from instanceof HTMLElement) now.from.focus({ preventScroll: true });
    now?.offers.find((offer) => offer.id === id)?.run();
  };
  return (
    <Menu.Root
      open={opened !== null}
      onOpenChange={(event) => {
        if (event.open) return;
        const from = latest.current?.from;
        close();
        // Back to the list, where the next key is expected.
        if (from instanceof HTMLElement) from.focus({ preventScroll: true });
      }}
      onSelect={({ value }) => run(value)}
      positioning={{
        // Beside the point, so that a long one moves along the screen's height until it is all seen.
        placement: "right-start",
        gutter: 0,
        getAnchorRect: () => (opened ? { x: opened.x, y: opened.y, width: 0, height: 0 } : null),
      }}
    >
      {opened && <MenuOfOffers offers={opened.offers} title={opened.title} />}
    </Menu.Root>
  );
}
