import { withdrawInvitation } from "@/server/invitations";
import { requireMember } from "@/server/member";
import { route } from "@/server/route";

export const POST = route<{ libraryId: string; invitationId: string }>(
  async (request, { libraryId, invitationId }) =>
    withdrawInvitation(await requireMember(request.headers, libraryId), invitationId),
);
