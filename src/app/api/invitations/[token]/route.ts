import { readInvitation } from "@/core/api/operations/read-invitation";
import { readInvitation as read } from "@/server/invitations";
import { serve } from "@/server/serve";

export const GET = serve(readInvitation, async ({ parameters: { token } }) => read(token));
