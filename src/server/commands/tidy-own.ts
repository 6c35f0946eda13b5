import { tidyOwn as shape, ownTidied } from "@/core/api/commands/tidy-own";
import { carryOut } from "../command";
import { together } from "../together";
import { bindKey } from "./bind-key";
import { hide } from "./hide";
import { markCards } from "./mark-cards";
import { removeAlias } from "./remove-alias";
import { setAlias } from "./set-alias";

export const tidyOwn = carryOut(
  shape,
  together(ownTidied, {
    hide,
    "mark-cards": markCards,
    "set-alias": setAlias,
    "remove-alias": removeAlias,
    "bind-key": bindKey,
  }),
);
