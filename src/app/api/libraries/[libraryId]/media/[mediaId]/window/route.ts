import { mediaWindow } from "@/core/api/operations/media-window";
import { mediaWindow as answer } from "@/server/queries/media-window";
import { serve } from "@/server/serve";

export const GET = serve(mediaWindow, async ({ member, parameters: { mediaId }, input, request }) =>
  answer(member, mediaId, input, request.headers.get("if-none-match")),
);
