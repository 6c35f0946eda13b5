import type { ActionPlace } from "../action";
import { cover } from "./cover";
import type { SheetHere } from "./here";
import { inMix } from "./in-mix";
import { keep } from "./keep";
import { leave } from "./leave";
import { leaveOut } from "./leave-out";
import { nth } from "./nth";
import { pick, pickForAll } from "./pick";
import { tellApart } from "./tell-apart";
import { tryCell } from "./try";

export const sheetPlace: ActionPlace<SheetHere> = {
  title: "Proof sheet",
  actions: [keep, tryCell, inMix, pick, pickForAll, cover, leaveOut, tellApart, nth, leave],
};
