import type { Action } from "../action";
import type { PictureHere } from "./picture-here";

export const scopes: Action<Pick<PictureHere, "scopes" | "setScopes">> = {
  id: "picture.scopes",
  name: "Show the scopes, put them away",
  words: ({ scopes }) => (scopes ? "Put the scopes away" : "Show the scopes"),
  short: ({ scopes }) => (scopes ? "scopes away" : "scopes"),
  keys: ["w"],
  on: ["viewer"],
  strip: true,
  run: (here) => here.setScopes(!here.scopes),
};
