import { effectName } from "../chain/describe";
import type { CardHead } from "../library/entities";
import type { BarGrouping } from "../library/media";

/** The heading under which a card stands. */
function headingOf({ maker, effects, fits }: CardHead, by: BarGrouping, folderOf: () => string): string {
  switch (by) {
    case "maker":
      return maker || "nobody named";
    case "effect":
      // What a chain begins with is what it is mainly known by.
      return effects.length === 0 ? "no effect" : effectName(effects[0]);
    case "folder":
      return folderOf() || "Unfiled";
    case "kind":
      return fits.length === 0 ? "any target" : fits.join(", ");
  }
}

const none: ReadonlyMap<number, string> = new Map();

/**
 * Puts what was found together under headings: groups in the order of their best, within a group the order of before.
 * `headings` by the place of the first of each group.
 */
export function regrouped<Row extends { readonly card: CardHead }>(
  rows: readonly Row[],
  by: BarGrouping | null,
  folderOf: (card: CardHead) => string,
): { readonly rows: readonly Row[]; readonly headings: ReadonlyMap<number, string> } {
  if (!by) return { rows, headings: none };
  const groups = new Map<string, Row[]>();
  for (const row of rows) {
    const heading = headingOf(row.card, by, () => folderOf(row.card));
    const group = groups.get(heading);
    if (group) group.push(row);
    else groups.set(heading, [row]);
  }
  const headings = new Map<number, string>();
  let at = 0;
  for (const [heading, group] of groups) {
    headings.set(at, heading);
    at += group.length;
  }
  return { rows: [...groups.values()].flat(), headings };
}
