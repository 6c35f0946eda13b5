import type { ActionPlace } from "../action";
import { alsoInto, into } from "./into";
import type { DeskHere } from "./here";
import { leave } from "./leave";
import { folders } from "./folders";
import { pass, previous } from "./pass";
import { suggested } from "./suggested";
import { takeBack } from "../shared/take-back";

export const deskPlace: ActionPlace<DeskHere> = {
  title: "Filing desk",
  actions: [suggested, pass, previous, takeBack, folders, leave, into, alsoInto],
};
