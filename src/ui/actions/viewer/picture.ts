import type { ActionPlace } from "../action";
import { edgeLeft } from "./edge-left";
import { edgeRight } from "./edge-right";
import { fullSize } from "./full-size";
import type { PictureHere } from "./picture-here";
import { scopes } from "./scopes";
import { whole } from "./whole";

export const picturePlace: ActionPlace<PictureHere> = {
  title: "Picture",
  actions: [whole, fullSize, scopes, edgeLeft, edgeRight],
};
