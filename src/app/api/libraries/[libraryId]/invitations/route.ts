import { invitations, invite } from "@/server/invitations";
import { requireMember } from "@/server/member";
import { body, route } from "@/server/route";

export const GET = route<{ libraryId: string }>(async (request, { libraryId }) =>
  invitations(await requireMember(request.headers, libraryId)),
);

export const POST = route<{ libraryId: string }>(async (request, { libraryId }) =>
  invite(await requireMember(request.headers, libraryId), await body(request)),
);
