import type { Action } from "../action";
import type { PictureHere } from "./picture-here";

export const edgeRight: Action<PictureHere> = {
  id: "picture.edge-right",
  words: "Move the edge to the right",
  keys: ["."],
  on: ["viewer"],
  run: (here) => here.moveEdge(5),
};
