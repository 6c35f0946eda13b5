import { mediaFrame } from "@/core/api/operations/media-frame";
import { mediaFrame as answer } from "@/server/queries/media-frame";
import { serve } from "@/server/serve";

export const GET = serve(mediaFrame, async ({ member, parameters: { mediaId, frame }, request }) =>
  answer(member, mediaId, frame, request.headers.get("if-none-match")),
);
