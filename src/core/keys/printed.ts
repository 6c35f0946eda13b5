/** Whose keyboard it is: Apple prints signs on its modifier keys, all others words (common practice, no source). */
export type Keyboard = "apple" | "other";

const arrows = { ArrowUp: "↑", ArrowDown: "↓", ArrowLeft: "←", ArrowRight: "→" };
const names: Record<Keyboard, Readonly<Record<string, string>>> = {
  apple: {
    ...arrows,
    Ctrl: "⌘",
    Alt: "⌥",
    Shift: "⇧",
    Enter: "↩",
    Backspace: "⌫",
    Delete: "⌦",
    Escape: "esc",
    Space: "space",
    PageUp: "⇞",
    PageDown: "⇟",
    Home: "↖",
    End: "↘",
    ContextMenu: "menu",
  },
  other: {
    ...arrows,
    Delete: "Del",
    Escape: "Esc",
    PageUp: "PgUp",
    PageDown: "PgDn",
    ContextMenu: "Menu",
  },
};
const signs = new Set(["⌘", "⌥", "⇧"]);

/**
 * A combination as `combination` writes it, as the platform prints it: `Ctrl+Shift+z` is `Ctrl+Shift+Z`, or `⇧⌘Z` on
 * Apple's, where modifiers come in the order ⌥ ⇧ ⌘ and without a plus.
 */
export function printed(keys: string, keyboard: Keyboard): string {
  const apart = /^(Num|Pad)([^+].*|\+)$/.exec(keys);
  if (apart) return `${apart[1]} ${apart[2]}`;
  // The key itself may be a plus.
  const parts =
    keys === "+" ? ["+"] : keys.endsWith("++") ? [...keys.slice(0, -2).split("+"), "+"] : keys.split("+");
  const shown = parts.map((part) => {
    const capital = part.toUpperCase();
    // A letter as its key is printed; one without a single capital as it is.
    return names[keyboard][part] ?? ([...part].length === 1 && [...capital].length === 1 ? capital : part);
  });
  if (keyboard === "other") return shown.join("+");
  const order = ["⌥", "⇧", "⌘"];
  return [
    ...shown.filter((p) => signs.has(p)).sort((a, b) => order.indexOf(a) - order.indexOf(b)),
    ...shown.filter((p) => !signs.has(p)),
  ].join("");
}

/** The keyboard that goes with a browser's name of its platform. */
export const keyboardOf = (platform: string): Keyboard =>
  /mac|iphone|ipad/i.test(platform) ? "apple" : "other";
