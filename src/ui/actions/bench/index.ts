import { line, type ActionPlace } from "../action";
import { doAgain } from "../shared/do-again";
import { giveAlias } from "../shared/give-alias";
import { giveKey } from "../shared/give-key";
import { beginWith } from "../shared/begin-with";
import { makeDefault } from "../shared/make-default";
import { mark } from "../shared/mark";
import { markFirst } from "../shared/mark-first";
import { selectAll } from "../shared/select-all";
import { takeBack } from "../shared/take-back";
import { boundCards } from "./bound-cards";
import { bringUp } from "./bring-up";
import { nextCandidate, previousCandidate } from "./candidates";
import { lastDraft, toDraft } from "./draft";
import { consistency } from "./consistency";
import { find } from "./find";
import type { BenchHere } from "./here";
import { moveDown } from "./move-down";
import { moveUp } from "./move-up";
import { mute } from "./mute";
import { pads } from "./pads";
import { namedAlike } from "./named-alike";
import { narrow } from "./narrow";
import { settingsByDigit } from "./nth-setting";
import { openSheet } from "./proof-sheet";
import { removeTargets } from "./remove-targets";
import { rename } from "./rename";
import { render } from "./render";
import { route } from "./route";
import { bringBack, cutRange, renderAgain, renderInPlace, renderRange } from "./in-place";
import { learnRoutine, routines, runRoutines } from "./routines";
import { nextException, othersToo } from "./series";
import { solo } from "./solo";
import { editStages, stages } from "./stages";
import { toTargets } from "./to-targets";
import { versions } from "./versions";

export const benchPlace: ActionPlace<BenchHere> = {
  title: "Bench",
  actions: [
    find,
    nextCandidate,
    previousCandidate,
    openSheet,
    pads,
    nextException,
    othersToo,
    consistency,
    toDraft,
    lastDraft,
    line,
    routines,
    learnRoutine,
    takeBack,
    doAgain,
    line,
    mark,
    markFirst,
    line,
    giveKey,
    giveAlias,
    makeDefault,
    beginWith,
    versions,
    bringUp,
    line,
    render,
    renderInPlace,
    renderRange,
    renderAgain,
    bringBack,
    line,
    cutRange,
    mute,
    solo,
    line,
    route,
    rename,
    moveUp,
    moveDown,
    line,
    removeTargets,
    line,
    selectAll,
    narrow,
    toTargets,
    stages,
    editStages,
    // Last: a key that an action has is not taken by a card.
    boundCards,
    settingsByDigit,
    // Came later than keys that members may have bound to a card.
    namedAlike,
    runRoutines,
  ],
};
