import type { ActionPlace } from "../action";
import { account } from "./account";
import { allActions } from "./all-actions";
import type { FrameHere } from "./here";
import { menu } from "./menu";
import { nextPart, previousPart } from "./parts";
import { toBench } from "./to-bench";
import { toHistory } from "./to-history";
import { toKeys } from "./to-keys";
import { toLibrary } from "./to-library";
import { toTeam } from "./to-team";
import { toUpkeep } from "./to-upkeep";

export const framePlace: ActionPlace<FrameHere> = {
  title: "Everywhere",
  actions: [
    toBench,
    toLibrary,
    toKeys,
    toUpkeep,
    toHistory,
    toTeam,
    nextPart,
    previousPart,
    account,
    menu,
    allActions,
  ],
};
