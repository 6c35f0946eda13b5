import { placeMarked as shape } from "@/core/api/commands/place-marked";
import { carryOut } from "../command";
import { placeMarkedOn } from "../favourites-lists";

export const placeMarked = carryOut(shape, (ledger, input, member) =>
  placeMarkedOn(ledger, input, member.userId),
);
