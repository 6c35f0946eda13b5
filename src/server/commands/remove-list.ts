import { removeList as shape } from "@/core/api/commands/remove-list";
import { carryOut } from "../command";
import { removeListOf } from "../favourites-lists";

export const removeList = carryOut(shape, (ledger, input, member) =>
  removeListOf(ledger, input, member.userId),
);
