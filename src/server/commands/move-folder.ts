import { moveFolder as shape } from "@/core/api/commands/move-folder";
import { moveBranch } from "../branches";
import { carryOut } from "../command";

export const moveFolder = carryOut(shape, (ledger, { folderId, ...to }) =>
  moveBranch(ledger, "folder", folderId, to),
);
