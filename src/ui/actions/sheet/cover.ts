import type { Action } from "../action";
import type { SheetHere } from "./here";

export const cover: Action<SheetHere> = {
  id: "sheet.cover",
  words: ({ blind }) => (blind ? "Show the names" : "Cover the names and shuffle the cards"),
  short: ({ blind }) => (blind ? "names" : "blind"),
  keys: ["b"],
  strip: true,
  run: (here) => here.cover(),
};
