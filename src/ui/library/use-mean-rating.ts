import { useQuery } from "@tanstack/react-query";
import { cardRating, type CardRating } from "@/core/api/operations/card-rating";
import { ask } from "../data/api";
import { useDesk } from "../data/desk";

/** What the members think of a card together; asked for anew when one's own rating changes. */
export function useMeanRating(cardId: string, stars: number): CardRating | undefined {
  const { libraryId } = useDesk();
  const { data } = useQuery({
    queryKey: ["rating", libraryId, cardId, stars],
    queryFn: () => ask(cardRating, { libraryId, cardId }),
    staleTime: 30_000,
  });
  return data;
}
