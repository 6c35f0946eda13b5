import { useMemo } from "react";
import { foldedVariants } from "@/core/library/variants";
import type { LibraryData } from "../data/library-store";

const none: ReadonlyMap<string, number> = new Map();

/**
 * Cards of a place without the variants that the member has folded away, and how many lie behind those that are shown.
 * A variant is folded away only behind one that is shown there.
 */
export function useFolded(
  ids: readonly string[],
  { replica, shelf, habitsOf, member }: LibraryData,
): { readonly ids: readonly string[]; readonly folded: ReadonlyMap<string, number> } {
  const { foldVariants = false, preferredFormats } = member.settings;
  const behind = useMemo(() => {
    if (!foldVariants) return null;
    const groups = Array.from(shelf.variantGroups(), (group) =>
      [...group].flatMap((id) => replica.card.get(id) ?? []),
    );
    return foldedVariants(groups, habitsOf, preferredFormats);
  }, [foldVariants, preferredFormats, replica, shelf, habitsOf]);
  return useMemo(() => {
    if (!behind || behind.size === 0) return { ids, folded: none };
    const there = new Set(ids);
    const folded = new Map<string, number>();
    const shown = ids.filter((id) => {
      const before = behind.get(id);
      if (before === undefined || !there.has(before)) return true;
      folded.set(before, (folded.get(before) ?? 0) + 1);
      return false;
    });
    return { ids: shown, folded };
  }, [ids, behind]);
}
