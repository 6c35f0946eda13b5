import { requireMember } from "@/server/member";
import { mediaWindow } from "@/server/queries/media-window";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string; mediaId: string }>(async (request, { libraryId, mediaId }) =>
  mediaWindow(
    await requireMember(request.headers, libraryId),
    mediaId,
    new URL(request.url).searchParams,
    request.headers.get("if-none-match"),
  ),
);
