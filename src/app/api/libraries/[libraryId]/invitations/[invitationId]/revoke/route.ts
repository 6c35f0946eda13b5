import { withdrawInvitation } from "@/core/api/operations/withdraw-invitation";
import { withdrawInvitation as withdraw } from "@/server/invitations";
import { serve } from "@/server/serve";

export const POST = serve(withdrawInvitation, async ({ member, parameters: { invitationId } }) =>
  withdraw(member, invitationId),
);
