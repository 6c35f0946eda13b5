import { mediaCopy } from "@/core/api/operations/media-copy";
import { mediaCopy as answer } from "@/server/queries/media-copy";
import { serve } from "@/server/serve";

export const GET = serve(mediaCopy, async ({ member, parameters: { mediaId, copy }, request }) =>
  answer(member, mediaId, copy, request.headers),
);
