import type { RowChange } from "@/core/library/change";
import { operation, ofLibrary } from "../operation";

export const changeDetails = operation<{
  readonly forward: readonly RowChange[];
  readonly backward: readonly RowChange[];
}>()({
  method: "GET",
  path: `${ofLibrary}/history/{streamId}/{revision}`,
  summary: "What one change did, row by row",
  needs: "read",
  answer: "`forward` and `backward`",
});
