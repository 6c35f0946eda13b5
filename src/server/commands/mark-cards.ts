import { markCards as shape } from "@/core/api/commands/mark-cards";
import { carryOut } from "../command";
import { markCardsOn } from "../favourites-lists";

export const markCards = carryOut(shape, (ledger, input, member) =>
  markCardsOn(ledger, input, member.userId),
);
