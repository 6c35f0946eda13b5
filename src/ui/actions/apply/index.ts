import type { ActionPlace } from "../action";
import { queryHelp } from "../shared/query-help";
import { aliasesAct } from "./aliases-act";
import { audition } from "./audition";
import type { ApplyHere } from "./here";
import { complete } from "./complete";
import { dropTerm } from "./drop-term";
import { earlier } from "./earlier";
import { group } from "./group";
import { hide } from "./hide";
import { mark } from "./mark";
import { markFirst } from "./mark-first";
import { like } from "./like";
import { near } from "./near";
import { random } from "./random";
import { leave } from "./leave";
import { narrow } from "./narrow";
import { gather } from "./gather";
import { putOf } from "./put";
import { putWaysOf } from "./put-ways";
import { way } from "./way";
import { stronger } from "./stronger";
import { weaker } from "./weaker";

export const applyPlace: ActionPlace<ApplyHere> = {
  title: "Apply bar",
  actions: [
    putOf("apply"),
    putWaysOf("apply"),
    gather,
    audition,
    random,
    like,
    near,
    mark,
    markFirst,
    hide,
    weaker,
    stronger,
    complete,
    dropTerm,
    earlier,
    way,
    group,
    narrow,
    aliasesAct,
    queryHelp,
    leave,
  ],
};
