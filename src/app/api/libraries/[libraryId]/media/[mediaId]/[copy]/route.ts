import { requireMember } from "@/server/member";
import { mediaCopy } from "@/server/queries/media-copy";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string; mediaId: string; copy: string }>(
  async (request, { libraryId, mediaId, copy }) =>
    mediaCopy(await requireMember(request.headers, libraryId), mediaId, copy, request.headers),
);
