import { cardRating } from "@/core/api/operations/card-rating";
import { cardRating as answer } from "@/server/queries/card-rating";
import { serve } from "@/server/serve";

export const GET = serve(cardRating, async ({ member, parameters: { cardId } }) => answer(member, cardId));
