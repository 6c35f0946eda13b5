import { requireMember } from "@/server/member";
import { cardFile } from "@/server/queries/card-file";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string; cardId: string }>(async (request, { libraryId, cardId }) =>
  cardFile(await requireMember(request.headers, libraryId), cardId, new URL(request.url).searchParams),
);
