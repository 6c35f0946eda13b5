"use client";

import { createContext, useContext, useEffect, useId, useMemo, useRef, useState, type ReactNode } from "react";
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

interface KeysValue {
  readonly scopes: readonly KeyScope[];
  /** Characters without a modifier work as keys; else they want Alt. */
  readonly bareKeys: boolean;
  put(scope: KeyScope): void;
  remove(id: string): void;
}

const KeysContext = createContext<KeysValue | null>(null);

const isTextField = (element: EventTarget | null): boolean =>
  element instanceof HTMLElement && (element.isContentEditable || element.matches("input:not([type=checkbox],[type=radio],[type=range]), textarea, select"));

/** Listens for keys and gives each press to the topmost scope that has a use for it. */
export function KeysProvider({ bareKeys, children }: { bareKeys: boolean; children: ReactNode }) {
  const [scopes, setScopes] = useState<readonly KeyScope[]>([]);
  const current = useRef({ scopes, bareKeys });
  useEffect(() => {
    current.current = { scopes, bareKeys };
  });

  useEffect(() => {
    const onKey = (press: KeyboardEvent) => {
      if (press.defaultPrevented || press.isComposing) return;
      const inText = isTextField(press.target);
      const bare = isBareCharacter(press);
      if (inText && (bare || press.key === " " || press.key === "Backspace" || press.key === "Delete" || press.key.startsWith("Arrow"))) return;
      // In a text field these belong to the text.
      if (inText && (press.ctrlKey || press.metaKey) && ["a", "z", "y", "c", "v", "x"].includes(press.key.toLowerCase())) return;
      let keys = combination(press);
      if (!current.current.bareKeys) {
        if (bare) return;
        if (press.altKey && [...press.key].length === 1) keys = combination({ ...pick(press), altKey: false });
      }
      for (const scope of [...current.current.scopes].reverse()) {
        const action = scope.actions.find((a) => !a.disabled && a.keys.includes(keys));
        if (action) {
          press.preventDefault();
          action.run(press);
          return;
        }
        if (scope.modal) return;
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);

  const value = useMemo<KeysValue>(
    () => ({
      scopes,
      bareKeys,
      put: (scope) => setScopes((all) => (all.some((s) => s.id === scope.id) ? all.map((s) => (s.id === scope.id ? scope : s)) : [...all, scope])),
      remove: (id) => setScopes((all) => all.filter((s) => s.id !== id)),
    }),
    [scopes, bareKeys],
  );
  return <KeysContext.Provider value={value}>{children}</KeysContext.Provider>;
}

const pick = ({ key, ctrlKey, altKey, shiftKey, metaKey }: KeyboardEvent) => ({ key, ctrlKey, altKey, shiftKey, metaKey });

export function useKeyScopes(): KeysValue {
  const value = useContext(KeysContext);
  if (!value) throw new Error("useKeyScopes outside of KeysProvider");
  return value;
}

/**
 * Offers keys while the calling part is shown. `actions` must be memoised: a new list is a new offer. Scopes lie on
 * top of each other in the order in which their parts came.
 */
export function useKeyActions(actions: readonly KeyAction[], options: { modal?: boolean; note?: string; enabled?: boolean } = {}): void {
  const { modal = false, note, enabled = true } = options;
  const id = useId();
  const { put, remove } = useKeyScopes();
  const tools = useRef({ put, remove });
  useEffect(() => {
    tools.current = { put, remove };
  });
  useEffect(() => {
    if (enabled) tools.current.put({ id, actions, modal, note });
    else tools.current.remove(id);
  }, [id, actions, modal, note, enabled]);
  useEffect(() => () => tools.current.remove(id), [id]);
}
