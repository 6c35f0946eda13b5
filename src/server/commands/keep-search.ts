import { keepSearch as shape } from "@/core/api/commands/keep-search";
import { carryOut } from "../command";
import { keepSearchFor } from "../saved-searches";

export const keepSearch = carryOut(shape, (ledger, input, member) =>
  keepSearchFor(ledger, input, member.userId),
);
