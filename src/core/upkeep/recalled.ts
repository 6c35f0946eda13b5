import { recalledBy, recalledKinds, type Recalled } from "../library/entities";
import type { Look } from "./define";

/** What an alias or a key stands for, by name; null where that is out of use. */
export function nameOfRecalled(of: Recalled, { replica }: Pick<Look, "replica">): string | null {
  const { field, id } = recalledBy(of);
  const row = replica[recalledKinds[field]].get(id);
  const isOut = !row || ("withdrawn" in row && row.withdrawn) || ("removed" in row && row.removed);
  return isOut ? null : row.name;
}
