import { acceptInvitation } from "@/core/api/operations/accept-invitation";
import { acceptInvitation as accept } from "@/server/invitations";
import { serve } from "@/server/serve";

export const POST = serve(acceptInvitation, async ({ request, parameters: { token }, input }) =>
  accept(request.headers, token, input),
);
