import { keepList as shape } from "@/core/api/commands/keep-list";
import { carryOut } from "../command";
import { keepListFor } from "../favourites-lists";

export const keepList = carryOut(shape, (ledger, input, member) => keepListFor(ledger, input, member.userId));
