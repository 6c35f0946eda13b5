import { mergeFolders as shape } from "@/core/api/commands/merge-folders";
import { mergeBranches } from "../branches";
import { carryOut } from "../command";

export const mergeFolders = carryOut(shape, (ledger, { folderId, intoId, seen }) =>
  mergeBranches(ledger, "folder", folderId, intoId, seen),
);
