import { placeTeamMarked as shape } from "@/core/api/commands/place-team-marked";
import { carryOut } from "../command";
import { placeMarkedOn } from "../favourites-lists";

export const placeTeamMarked = carryOut(shape, (ledger, input) => placeMarkedOn(ledger, input, null));
