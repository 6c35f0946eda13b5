import { cardHeads } from "@/core/api/operations/card-heads";
import { cardHeads as answer } from "@/server/queries/card-heads";
import { serve } from "@/server/serve";

export const GET = serve(cardHeads, async ({ member }) => answer(member));
