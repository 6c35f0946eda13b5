import { mediaFacts } from "@/core/api/operations/media-facts";
import { mediaFacts as answer } from "@/server/queries/media-facts";
import { serve } from "@/server/serve";

export const GET = serve(mediaFacts, async ({ member, parameters: { mediaId } }) => answer(member, mediaId));
