import { operation, ofLibrary } from "../operation";

export const withdrawInvitation = operation<{ readonly revoked: string }>()({
  method: "POST",
  path: `${ofLibrary}/invitations/{invitationId}/revoke`,
  summary: "Withdraw an invitation",
  needs: "govern",
  answer: "The id that was `revoked`",
});
