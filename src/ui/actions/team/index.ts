import type { ActionPlace } from "../action";
import { doAgain } from "../shared/do-again";
import { takeBack } from "../shared/take-back";
import type { TeamHere } from "./here";
import { invite } from "./invite";
import { leave } from "./leave";
import { newKey } from "./new-key";
import { remove } from "./remove";
import { role } from "./role";

export const teamPlace: ActionPlace<TeamHere> = {
  title: "Team",
  actions: [invite, role, remove, leave, newKey, takeBack, doAgain],
};
