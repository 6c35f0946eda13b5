import type { ActionPlace } from "../action";
import { file } from "../library/file";
import { hide } from "../library/hide";
import { rename } from "../library/rename";
import { tagCards } from "../library/tag-cards";
import { withdraw } from "../library/withdraw";
import { doAgain } from "../shared/do-again";
import { giveAlias } from "../shared/give-alias";
import { giveKey } from "../shared/give-key";
import { mark } from "../shared/mark";
import { markFirst } from "../shared/mark-first";
import { takeBack } from "../shared/take-back";
import type { UpkeepHere } from "./here";
import { remedies } from "./remedies";
import { nextFinding, previousFinding } from "./turn";

export const upkeepPlace: ActionPlace<UpkeepHere> = {
  title: "Upkeep",
  actions: [
    remedies,
    nextFinding,
    previousFinding,
    takeBack,
    doAgain,
    file,
    tagCards,
    rename,
    giveAlias,
    giveKey,
    mark,
    markFirst,
    hide,
    withdraw,
  ],
};
