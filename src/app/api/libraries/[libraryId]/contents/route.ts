import { cardContents } from "@/core/api/operations/card-contents";
import { cardContents as answer } from "@/server/queries/card-contents";
import { serve } from "@/server/serve";

export const GET = serve(cardContents, async ({ member, input }) => answer(member, input));
