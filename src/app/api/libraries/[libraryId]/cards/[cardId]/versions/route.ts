import { cardVersions } from "@/core/api/operations/card-versions";
import { cardVersions as answer } from "@/server/queries/card-versions";
import { serve } from "@/server/serve";

export const GET = serve(cardVersions, async ({ member, parameters: { cardId } }) => answer(member, cardId));
