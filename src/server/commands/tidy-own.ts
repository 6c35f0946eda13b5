import { tidyOwn as shape } from "@/core/api/commands/tidy-own";
import { carryOut } from "../command";
import { together } from "../together";
import { bindKey } from "./bind-key";
import { hide } from "./hide";
import { markCards } from "./mark-cards";
import { removeAlias } from "./remove-alias";
import { setAlias } from "./set-alias";

export const tidyOwn = carryOut(shape, together([hide, markCards, setAlias, removeAlias, bindKey]));
