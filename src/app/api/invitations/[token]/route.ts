import { readInvitation } from "@/server/invitations";
import { route } from "@/server/route";

export const GET = route<{ token: string }>(async (_request, { token }) => readInvitation(token));
