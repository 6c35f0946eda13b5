import { markTeamCards as shape } from "@/core/api/commands/mark-team-cards";
import { carryOut } from "../command";
import { markCardsOn } from "../favourites-lists";

export const markTeamCards = carryOut(shape, (ledger, input) => markCardsOn(ledger, input, null));
