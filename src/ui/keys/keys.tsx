"use client";

import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useRef,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from "react";
import { combination, isBareCharacter, numberKey } from "@/core/keys/combination";
import { keyboardOf, printed, type Keyboard } from "@/core/keys/printed";
import { ActionStack, meaningAmong } from "../actions/stack";
import { UnheardLetters } from "./unheard";
import { ActionStackContext } from "../actions/use-actions";

/** Characters without a modifier work as keys; else they want Alt. */
const BareKeysContext = createContext(true);

const isTextField = (element: EventTarget | null): boolean =>
  element instanceof HTMLElement &&
  (element.isContentEditable ||
    element.matches("input:not([type=checkbox],[type=radio],[type=range]), textarea, select"));

interface KeysProviderProps {
  readonly bareKeys: boolean;
  /** Tells why a key does nothing here. */
  readonly onRefused: (why: string) => void;
  readonly children: ReactNode;
}

/** Listens for keys and gives each press to the topmost scope that has a use for it. */
export function KeysProvider({ bareKeys, onRefused, children }: KeysProviderProps) {
  const [stack] = useState(() => new ActionStack());
  const [unheard] = useState(() => new UnheardLetters());
  const tellWhy = useRef(onRefused);
  const bare = useRef(bareKeys);
  useEffect(() => {
    bare.current = bareKeys;
    tellWhy.current = onRefused;
  }, [bareKeys, onRefused]);

  useEffect(() => {
    const onKey = (press: KeyboardEvent) => {
      if (press.defaultPrevented || press.isComposing) return;
      const inText = isTextField(press.target);
      const isBare = isBareCharacter(press);
      if (
        inText &&
        (isBare ||
          press.key === " " ||
          press.key === "Backspace" ||
          press.key === "Delete" ||
          press.key === "Enter" ||
          press.key.startsWith("Arrow"))
      )
        return;
      // In a text field these belong to the text.
      if (
        inText &&
        (press.ctrlKey || press.metaKey) &&
        ["a", "z", "y", "c", "v", "x"].includes(press.key.toLowerCase())
      )
        return;
      if (!bare.current && isBare) return;
      if (unheard.take(press.key, isBare, performance.now())) return press.preventDefault();
      // Where nothing is bound to a key of the numeric pad it is what it prints.
      const padded = numberKey(press);
      const meanings = bare.current ? [combination(press)] : meaningsWithAlt(press);
      const meaning = meaningAmong(padded === null ? meanings : [padded, ...meanings], stack.current());
      if (!meaning) return;
      press.preventDefault();
      if ("run" in meaning) return meaning.run();
      unheard.begin(performance.now());
      tellWhy.current(meaning.why);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [stack, unheard]);

  return (
    <ActionStackContext.Provider value={stack}>
      <BareKeysContext.Provider value={bareKeys}>{children}</BareKeysContext.Provider>
    </ActionStackContext.Provider>
  );
}

/**
 * What a press may mean where single characters want Alt, the first that is of use: Alt with a character is the
 * character, and with Shift as well what it is with Alt otherwise.
 */
function meaningsWithAlt(press: KeyboardEvent): readonly string[] {
  if (!press.altKey || [...press.key].length !== 1) return [combination(press)];
  const bare = combination({ ...pick(press), altKey: false });
  return press.shiftKey
    ? [bare, combination({ ...pick(press), key: press.key.toLowerCase(), shiftKey: false })]
    : [bare];
}

const pick = ({ key, ctrlKey, altKey, shiftKey, metaKey }: KeyboardEvent) => ({
  key,
  ctrlKey,
  altKey,
  shiftKey,
  metaKey,
});

const never = () => () => undefined;
const thisKeyboard = (): Keyboard => keyboardOf(navigator.platform);
const unknownKeyboard = (): Keyboard => "other";

/** How this member presses keys: as their keyboard prints them, with Alt where single ones are switched off. */
export function useSayKeys(): (keys: string) => string {
  const bareKeys = useContext(BareKeysContext);
  const keyboard = useSyncExternalStore(never, thisKeyboard, unknownKeyboard);
  return useCallback(
    (keys) => {
      const character = /^(Alt\+|Shift\+)?(.)$/u.exec(keys);
      if (bareKeys || !character) return printed(keys, keyboard);
      return printed(character[1] === "Alt+" ? `Alt+Shift+${character[2]}` : `Alt+${keys}`, keyboard);
    },
    [bareKeys, keyboard],
  );
}
