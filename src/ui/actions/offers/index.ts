import type { ActionPlace } from "../action";
import { doAgain } from "../shared/do-again";
import { takeBack } from "../shared/take-back";
import { accept } from "./accept";
import { decline } from "./decline";
import { drop } from "./drop";
import type { OffersHere } from "./here";
import { leave } from "./leave";

export const offersPlace: ActionPlace<OffersHere> = {
  title: "Offered cards",
  actions: [accept, decline, drop, takeBack, doAgain, leave],
};
