import { requireMember } from "@/server/member";
import { history } from "@/server/queries/history";
import { route } from "@/server/route";

export const GET = route<{ libraryId: string }>(async (request, { libraryId }) =>
  history(await requireMember(request.headers, libraryId), new URL(request.url).searchParams),
);
