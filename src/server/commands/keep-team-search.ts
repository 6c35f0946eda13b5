import { keepTeamSearch as shape } from "@/core/api/commands/keep-team-search";
import { carryOut } from "../command";
import { keepSearchFor } from "../saved-searches";

export const keepTeamSearch = carryOut(shape, (ledger, input) => keepSearchFor(ledger, input, null));
