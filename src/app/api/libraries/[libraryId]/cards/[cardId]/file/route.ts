import { cardFile } from "@/core/api/operations/card-file";
import { cardFile as answer } from "@/server/queries/card-file";
import { serve } from "@/server/serve";

export const GET = serve(cardFile, async ({ member, parameters: { cardId }, input }) =>
  answer(member, cardId, input),
);
