/** What of a keyboard event matters; a DOM KeyboardEvent is one. */
export interface KeyPress {
  readonly key: string;
  readonly ctrlKey: boolean;
  readonly altKey: boolean;
  readonly shiftKey: boolean;
  readonly metaKey: boolean;
}

const named: Readonly<Record<string, string>> = { " ": "Space", Esc: "Escape", Del: "Delete" };

/**
 * A key press as text: the printed character for bare keys (`k`, `?`), else modifiers in a fixed order and the key's
 * name (`Ctrl+z`, `Shift+ArrowUp`). Shift is left out where it already made another character. On machines whose
 * command key is Meta it counts as Ctrl.
 */
export function combination({ key, ctrlKey, altKey, shiftKey, metaKey }: KeyPress): string {
  const isCharacter = [...key].length === 1;
  const base = named[key] ?? (isCharacter ? key.toLowerCase() : key);
  const shiftShows =
    shiftKey &&
    (!isCharacter || ctrlKey || altKey || metaKey || key === " " || key.toLowerCase() !== key.toUpperCase());
  return [ctrlKey || metaKey ? "Ctrl+" : "", altKey ? "Alt+" : "", shiftShows ? "Shift+" : "", base].join("");
}

/** True for a press that is one printed character without Ctrl, Alt or Meta. */
export const isBareCharacter = (press: KeyPress): boolean =>
  [...press.key].length === 1 && press.key !== " " && !press.ctrlKey && !press.altKey && !press.metaKey;

/**
 * The bare characters that actions of the bench have as their usual keys; all others may be bound to a card. The actions
 * are the interface's (`ui/actions`), and a test of theirs sees to it that these are they.
 */
export const reservedKeys: readonly string[] = [..."()+,-./=?[]abdefgijklmnopqrstuvwxyz{}"];

/** A key of a numeric pad, and a pad on the screen; either counts as a key of its own. */
const numbered = /^Num[0-9/*\-+.]$/;
const padded = /^Pad[A-D](?:[1-9]|1[0-6])$/;
const isNumberKey = (key: string): boolean => numbered.test(key);
export const isPad = (key: string): boolean => padded.test(key);

/** As it is kept, however it was typed: characters small. */
export const keyText = (typed: string): string => {
  const known = /^(num)(.)$/i.exec(typed) ?? /^(pad)([a-d])(\d+)$/i.exec(typed);
  if (!known) return typed.toLowerCase();
  const [, kind, what, number = ""] = known;
  return kind[0].toUpperCase() + kind.slice(1).toLowerCase() + what.toUpperCase() + number;
};

/** A key of the numeric pad by itself (`Num7`), or null for any other. */
export const numberKey = ({
  key,
  location,
  ...press
}: KeyPress & { readonly location?: number }): string | null =>
  location === 3 && isBareCharacter({ key, ...press }) && isNumberKey(`Num${key}`) ? `Num${key}` : null;

/** Why a text cannot be a card's key, or null where it can. */
export function keyProblem(key: string): "not-one-character" | "reserved" | null {
  if (isNumberKey(key) || isPad(key)) return null;
  if ([...key].length !== 1 || /[\s\p{Cc}]/u.test(key)) return "not-one-character";
  return reservedKeys.includes(key) ? "reserved" : null;
}
