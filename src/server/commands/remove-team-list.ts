import { removeTeamList as shape } from "@/core/api/commands/remove-team-list";
import { carryOut } from "../command";
import { removeListOf } from "../favourites-lists";

export const removeTeamList = carryOut(shape, (ledger, input) => removeListOf(ledger, input, null));
