import { useMemo } from "react";
import type { CardHead } from "@/core/library/entities";
import { cardDocument, type Shelved } from "@/core/search/documents";
import { explain, type Explanation } from "@/core/search/explain";
import { useData } from "../data/desk";

/** Why each card was found by a query: looked up for those that are seen, once. */
function explained(query: string, copy: Shelved, memberId: string): (card: CardHead) => Explanation {
  const known = new Map<string, Explanation>();
  return (card) => {
    let why = known.get(card.id);
    if (!why) known.set(card.id, (why = explain(cardDocument(card, copy, memberId), query)));
    return why;
  };
}

export function useWhy(query: string): (card: CardHead) => Explanation {
  const { replica, shelf, habitsOf, member } = useData();
  return useMemo(
    () => explained(query, { known: replica, shelf, habitsOf }, member.id),
    [query, replica, shelf, habitsOf, member.id],
  );
}
