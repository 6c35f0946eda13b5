import type { Action } from "../action";
import type { PictureHere } from "./picture-here";

export const edgeLeft: Action<PictureHere> = {
  id: "picture.edge-left",
  words: "Move the edge to the left",
  keys: [","],
  on: ["viewer"],
  run: (here) => here.moveEdge(-5),
};
