import { moveTag as shape } from "@/core/api/commands/move-tag";
import { moveBranch } from "../branches";
import { carryOut } from "../command";

export const moveTag = carryOut(shape, (ledger, { tagId, ...to }) => moveBranch(ledger, "tag", tagId, to));
