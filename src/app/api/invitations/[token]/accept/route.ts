import { acceptInvitation } from "@/server/invitations";
import { longestSignIn } from "@/server/http/limits";
import { body, route } from "@/server/route";

export const POST = route<{ token: string }>(async (request, { token }) =>
  acceptInvitation(request.headers, token, await body(request, longestSignIn)),
);
