import type { ActionPlace } from "../action";
import { takeBack } from "../shared/take-back";
import { bind } from "./bind";
import { bring, save } from "./file";
import { free } from "./free";
import type { KeyboardHere } from "./here";
import { otherMedium } from "./medium";
import { nextPlane, previousPlane } from "./planes";
import { print } from "./print";

export const keyboardPlace: ActionPlace<KeyboardHere> = {
  title: "Keys",
  actions: [bind, free, nextPlane, previousPlane, otherMedium, print, save, bring, takeBack],
};
