import type { CardHead } from "@/core/library/entities";
import { useData } from "../data/desk";

/** What a part shows of a card, which is drawn anew when just that is something else; undefined where there is no such card. */
export const useCard = <T>(id: string, select: (card: CardHead) => T): T | undefined =>
  useData(({ replica }) => {
    const card = replica.card.get(id);
    return card && select(card);
  });
