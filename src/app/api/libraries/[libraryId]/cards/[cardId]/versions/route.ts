import { requireMember } from "@/server/member";
import { cardVersions } from "@/server/queries/card-versions";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string; cardId: string }>(async (request, { libraryId, cardId }) =>
  cardVersions(await requireMember(request.headers, libraryId), cardId),
);
