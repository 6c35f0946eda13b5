"use client";

import { createContext, useContext, useEffect, useId, useLayoutEffect, useMemo, useRef, useState, useSyncExternalStore, type ReactNode } from "react";
import { combination, isBareCharacter } from "@/core/keys/combination";

/** Something a key does here and now. */
export interface KeyAction {
  /** Combinations as `core/keys/combination` writes them; the first is the one that is shown. */
  readonly keys: readonly string[];
  readonly label: string;
  /** Not shown in the key strip. */
  readonly quiet?: boolean;
  readonly disabled?: boolean;
  run(press: KeyboardEvent): void;
}

export interface KeyScope {
  readonly id: string;
  readonly actions: readonly KeyAction[];
  /** Keeps keys from reaching the scopes below, as a dialog does. */
  readonly modal: boolean;
  /** A word at the right end of the key strip, such as what is selected. */
  readonly note?: string;
}

/**
 * The scopes on top of each other. Changed at once, not with the next rendering: the key after the one that closed a
 * dialog must already reach what lies below, however fast the hand.
 */
class ScopeStack {
  private scopes: readonly KeyScope[] = [];
  private readonly listeners = new Set<() => void>();

  readonly current = (): readonly KeyScope[] => this.scopes;

  put(scope: KeyScope): void {
    const known = this.scopes.some((s) => s.id === scope.id);
    this.set(known ? this.scopes.map((s) => (s.id === scope.id ? scope : s)) : [...this.scopes, scope]);
  }

  remove(id: string): void {
    if (this.scopes.some((s) => s.id === id)) this.set(this.scopes.filter((s) => s.id !== id));
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private set(scopes: readonly KeyScope[]): void {
    this.scopes = scopes;
    this.listeners.forEach((listener) => listener());
  }
}

interface KeysValue {
  readonly stack: ScopeStack;
  /** Characters without a modifier work as keys; else they want Alt. */
  readonly bareKeys: boolean;
}

const KeysContext = createContext<KeysValue | null>(null);

const isTextField = (element: EventTarget | null): boolean =>
  element instanceof HTMLElement && (element.isContentEditable || element.matches("input:not([type=checkbox],[type=radio],[type=range]), textarea, select"));

/** Listens for keys and gives each press to the topmost scope that has a use for it. */
export function KeysProvider({ bareKeys, children }: { bareKeys: boolean; children: ReactNode }) {
  const [stack] = useState(() => new ScopeStack());
  const bare = useRef(bareKeys);
  useEffect(() => {
    bare.current = bareKeys;
  }, [bareKeys]);

  useEffect(() => {
    const onKey = (press: KeyboardEvent) => {
      if (press.defaultPrevented || press.isComposing) return;
      const inText = isTextField(press.target);
      const isBare = isBareCharacter(press);
      if (inText && (isBare || press.key === " " || press.key === "Backspace" || press.key === "Delete" || press.key.startsWith("Arrow"))) return;
      // In a text field these belong to the text.
      if (inText && (press.ctrlKey || press.metaKey) && ["a", "z", "y", "c", "v", "x"].includes(press.key.toLowerCase())) return;
      if (!bare.current && isBare) return;
      for (const keys of bare.current ? [combination(press)] : meaningsWithAlt(press)) {
        const action = actionFor(keys, stack.current());
        if (!action) continue;
        press.preventDefault();
        action.run(press);
        return;
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [stack]);

  const value = useMemo<KeysValue>(() => ({ stack, bareKeys }), [stack, bareKeys]);
  return <KeysContext.Provider value={value}>{children}</KeysContext.Provider>;
}

/** What a key does here and now, the topmost scope first. */
function actionFor(keys: string, scopes: readonly KeyScope[]): KeyAction | undefined {
  for (const scope of [...scopes].reverse()) {
    const action = scope.actions.find((a) => !a.disabled && a.keys.includes(keys));
    if (action || scope.modal) return action;
  }
}

/**
 * What a press may mean where single characters want Alt, the first that is of use: Alt with a character is the
 * character, and with Shift as well what it is with Alt otherwise.
 */
function meaningsWithAlt(press: KeyboardEvent): readonly string[] {
  if (!press.altKey || [...press.key].length !== 1) return [combination(press)];
  const bare = combination({ ...pick(press), altKey: false });
  return press.shiftKey ? [bare, combination({ ...pick(press), key: press.key.toLowerCase(), shiftKey: false })] : [bare];
}

const pick = ({ key, ctrlKey, altKey, shiftKey, metaKey }: KeyboardEvent) => ({ key, ctrlKey, altKey, shiftKey, metaKey });

function useKeys(): KeysValue {
  const value = useContext(KeysContext);
  if (!value) throw new Error("keys are used outside of KeysProvider");
  return value;
}

/** The scopes that are there now, the topmost last, for showing what keys do. */
export function useKeyScopes(): { readonly scopes: readonly KeyScope[]; readonly bareKeys: boolean } {
  const { stack, bareKeys } = useKeys();
  return { scopes: useSyncExternalStore(stack.subscribe, stack.current, stack.current), bareKeys };
}

/**
 * Offers keys while the calling part is shown. `actions` must be memoised: a new list is a new offer. Scopes lie on
 * top of each other in the order in which their parts came.
 */
export function useKeyActions(actions: readonly KeyAction[], options: { modal?: boolean; note?: string; enabled?: boolean } = {}): void {
  const { modal = false, note, enabled = true } = options;
  const id = useId();
  const { stack } = useKeys();
  useLayoutEffect(() => {
    if (enabled) stack.put({ id, actions, modal, note });
    else stack.remove(id);
  }, [stack, id, actions, modal, note, enabled]);
  useLayoutEffect(() => () => stack.remove(id), [stack, id]);
}
