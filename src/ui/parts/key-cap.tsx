import { chakra } from "@chakra-ui/react";

const signs: Readonly<Record<string, string>> = {
  Enter: "↵", Backspace: "⌫", Delete: "⌦", ArrowUp: "↑", ArrowDown: "↓", ArrowLeft: "←", ArrowRight: "→",
  Shift: "⇧", Alt: "⌥", Ctrl: "⌃", Escape: "Esc", Space: "space",
};

/** A key combination as it is drawn: `Shift+Enter` → ⇧↵. */
export const keySign = (combination: string): string =>
  combination === "+" ? "+" : combination.split("+").map((part) => signs[part] ?? (part.length === 1 ? part.toUpperCase() : part)).join("");

/** A key, drawn as one. */
export function KeyCap({ keys, quiet = false }: { keys: string; quiet?: boolean }) {
  return (
    <chakra.kbd
      fontFamily="mono" fontSize="xs" fontWeight="600" lineHeight="1" display="inline-flex" alignItems="center" justifyContent="center"
      minWidth="19px" height="18px" px="5px" borderRadius="3px" color={quiet ? "cardInk" : "keyInk"} bg={quiet ? "transparent" : "keyGround"}
      borderBottom={quiet ? "1px solid" : undefined} borderColor="cardRule" flexShrink={0} whiteSpace="nowrap"
    >
      {keySign(keys)}
    </chakra.kbd>
  );
}
