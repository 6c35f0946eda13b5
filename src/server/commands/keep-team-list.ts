import { keepTeamList as shape } from "@/core/api/commands/keep-team-list";
import { carryOut } from "../command";
import { keepListFor } from "../favourites-lists";

export const keepTeamList = carryOut(shape, (ledger, input) => keepListFor(ledger, input, null));
