import { removeSearch as shape } from "@/core/api/commands/remove-search";
import { carryOut } from "../command";
import { removeSearchOf } from "../saved-searches";

export const removeSearch = carryOut(shape, (ledger, { searchId }, member) =>
  removeSearchOf(ledger, searchId, member.userId),
);
