import { line, type ActionPlace } from "../action";
import { findMissing } from "./find-missing";
import { saveTimeline } from "./save-timeline";
import { takeTimeline } from "./take-timeline";
import { addGroup } from "./add-group";
import { bringIn } from "./bring-in";
import { duplicateSession } from "./duplicate";
import type { SessionHere } from "./here";
import { newSession } from "./new";
import { nextSession } from "./next";
import { previousSession } from "./previous";
import { removeSession } from "./remove";
import { renameSession } from "./rename";

export const sessionPlace: ActionPlace<SessionHere> = {
  title: "Session",
  actions: [
    bringIn,
    newSession,
    takeTimeline,
    findMissing,
    saveTimeline,
    line,
    addGroup,
    line,
    renameSession,
    duplicateSession,
    line,
    nextSession,
    previousSession,
    line,
    removeSession,
  ],
};
