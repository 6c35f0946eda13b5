import { removeTeamSearch as shape } from "@/core/api/commands/remove-team-search";
import { carryOut } from "../command";
import { removeSearchOf } from "../saved-searches";

export const removeTeamSearch = carryOut(shape, (ledger, { searchId }) =>
  removeSearchOf(ledger, searchId, null),
);
