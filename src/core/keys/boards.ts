/*
 * Keyboards as they are drawn: the keys that print characters, row by row, with what they print alone and with Shift.
 * Positions are the codes of UI Events (W3C, "Keyboard Event code Values", §3.1.1). What a layout prints is its national
 * standard's (US: ANSI INCITS 154; German: DIN 2137 T1; French: as in use before NF Z71-300; British: BS 4822), from memory.
 */

interface BoardKey {
  /** Its place on the keyboard. */
  readonly code: string;
  readonly plain: string;
  readonly shift: string;
}

/** A row begins so many key widths from the left. */
interface BoardRow {
  readonly indent: number;
  readonly keys: readonly BoardKey[];
}

export interface Board {
  readonly name: string;
  readonly rows: readonly BoardRow[];
}

const letters = (from: string) => [...from].map((letter) => `Key${letter}`);
/** The places of the keys of each row; the last of the third row and the first of the fourth are not on every keyboard. */
const places = {
  digits: ["Backquote", ..."1234567890".split("").map((digit) => `Digit${digit}`), "Minus", "Equal"],
  upper: [...letters("QWERTYUIOP"), "BracketLeft", "BracketRight"],
  home: [...letters("ASDFGHJKL"), "Semicolon", "Quote", "Backslash"],
  lower: ["IntlBackslash", ...letters("ZXCVBNM"), "Comma", "Period", "Slash"],
} as const;
const indents = { digits: 0, upper: 1.5, home: 1.75, lower: 1.25 } as const;
type RowId = keyof typeof places;
const rowIds = Object.keys(places) as RowId[];

/** What the keys of a row print, alone and with Shift; a space for a key that this keyboard does not have. */
type Print = Readonly<Record<RowId, readonly [string, string]>>;

const prints = {
  us: {
    name: "English (US)",
    print: {
      digits: ["`1234567890-=", "~!@#$%^&*()_+"],
      upper: ["qwertyuiop[]", "QWERTYUIOP{}"],
      home: ["asdfghjkl;'\\", 'ASDFGHJKL:"|'],
      lower: [" zxcvbnm,./", " ZXCVBNM<>?"],
    },
  },
  gb: {
    name: "English (UK)",
    print: {
      digits: ["`1234567890-=", '¬!"£$%^&*()_+'],
      upper: ["qwertyuiop[]", "QWERTYUIOP{}"],
      home: ["asdfghjkl;'#", "ASDFGHJKL:@~"],
      lower: ["\\zxcvbnm,./", "|ZXCVBNM<>?"],
    },
  },
  de: {
    name: "Deutsch",
    print: {
      digits: ["^1234567890ß´", '°!"§$%&/()=?`'],
      upper: ["qwertzuiopü+", "QWERTZUIOPÜ*"],
      home: ["asdfghjklöä#", "ASDFGHJKLÖÄ'"],
      lower: ["<yxcvbnm,.-", ">YXCVBNM;:_"],
    },
  },
  fr: {
    name: "Français",
    print: {
      digits: ["²&é\"'(-è_çà)=", " 1234567890°+"],
      upper: ["azertyuiop^$", "AZERTYUIOP¨£"],
      home: ["qsdfghjklmù*", "QSDFGHJKLM%µ"],
      lower: ["<wxcvbn,;:!", ">WXCVBN?./§"],
    },
  },
} as const satisfies Record<string, { readonly name: string; readonly print: Print }>;

export type BoardId = keyof typeof prints;
export const boardIds = Object.keys(prints) as BoardId[];

const boardOf = ({ name, print }: { readonly name: string; readonly print: Print }): Board => ({
  name,
  rows: rowIds.map((id) => ({
    indent: indents[id],
    keys: places[id].flatMap((code, i): BoardKey[] => {
      const [plain, shift] = print[id].map((row) => row[i]);
      return plain === " " ? [] : [{ code, plain, shift: shift === " " ? "" : shift }];
    }),
  })),
});

export const boards = Object.fromEntries(boardIds.map((id) => [id, boardOf(prints[id])])) as Record<
  BoardId,
  Board
>;

/** The keyboard that prints most of what a browser says of its own, by the code of each key; the first where it says nothing. */
export function boardLike(printsBy: ReadonlyMap<string, string>): BoardId {
  const same = (id: BoardId) =>
    boards[id].rows.flatMap(({ keys }) => keys).filter(({ code, plain }) => printsBy.get(code) === plain)
      .length;
  return boardIds.reduce((best, id) => (same(id) > same(best) ? id : best));
}

/** The keys of a numeric pad that count as keys of their own, row by row. */
const numberPad: readonly (readonly string[])[] = [
  ["/", "*", "-"],
  ["7", "8", "9"],
  ["4", "5", "6"],
  ["1", "2", "3"],
  ["0", ".", "+"],
];

/** Pads on the screen: four by four in each bank. */
export const padBanks = ["A", "B", "C", "D"] as const;
export type PadBank = (typeof padBanks)[number];
export const padsInBank = 16;
export const padsOf = (bank: PadBank): string[] =>
  Array.from({ length: padsInBank }, (_, i) => `Pad${bank}${i + 1}`);

/** What is drawn at once: the keyboard alone, with Shift or with Alt, the numeric pad, or a bank of pads. */
export const planeIds = ["plain", "shift", "alt", "numbers", ...padBanks] as const;
export type PlaneId = (typeof planeIds)[number];

/** A key as it is drawn: what it prints, and the combinations that it makes; the first is the one that can be bound. */
export interface PlaneCell {
  readonly prints: string;
  readonly keys: readonly string[];
}
interface PlaneRow {
  readonly indent: number;
  readonly cells: readonly PlaneCell[];
}

function cellOf({ plain, shift }: BoardKey, plane: "plain" | "shift" | "alt"): PlaneCell {
  if (plane === "plain")
    return { prints: plain.toUpperCase().length === 1 ? plain.toUpperCase() : plain, keys: [plain] };
  if (plane === "alt") return { prints: plain, keys: [`Alt+${plain}`] };
  // Of a letter Shift makes no other character to bind, but a combination of its own.
  return shift.toLowerCase() === plain
    ? { prints: shift, keys: [`Shift+${plain}`] }
    : { prints: shift, keys: shift === "" ? [] : [shift.toLowerCase()] };
}

/** The rows of a plane. */
export function planeOf(plane: PlaneId, board: BoardId): readonly PlaneRow[] {
  switch (plane) {
    case "plain":
    case "shift":
    case "alt":
      return boards[board].rows.map(({ indent, keys }) => ({
        indent,
        cells: keys.map((key) => cellOf(key, plane)),
      }));
    case "numbers":
      return numberPad.map((row) => ({
        indent: 0,
        cells: row.map((prints) => ({ prints, keys: [`Num${prints}`] })),
      }));
    default:
      return [0, 4, 8, 12].map((first) => ({
        indent: 0,
        cells: padsOf(plane)
          .slice(first, first + 4)
          .map((key) => ({ prints: key.slice(3), keys: [key] })),
      }));
  }
}

/** Where a combination is drawn; null where it is on no plane of this keyboard. */
export function placeOfKeys(
  keys: string,
  board: BoardId,
): { readonly plane: PlaneId; readonly row: number; readonly at: number } | null {
  for (const plane of planeIds)
    for (const [row, { cells }] of planeOf(plane, board).entries()) {
      const at = cells.findIndex((cell) => cell.keys.includes(keys));
      if (at >= 0) return { plane, row, at };
    }
  return null;
}

/** Combinations that browsers keep for themselves: menus and the address line (Chromium's and Firefox's help on shortcuts, from memory). */
export const browsersOwn: readonly string[] = ["Alt+d", "Alt+e", "Alt+f"];
