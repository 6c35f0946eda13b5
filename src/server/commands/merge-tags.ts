import { mergeTags as shape } from "@/core/api/commands/merge-tags";
import { mergeBranches } from "../branches";
import { carryOut } from "../command";

export const mergeTags = carryOut(shape, (ledger, { tagId, intoId, seen }) =>
  mergeBranches(ledger, "tag", tagId, intoId, seen),
);
