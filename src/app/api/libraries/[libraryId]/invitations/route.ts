import { invitations } from "@/core/api/operations/invitations";
import { invitations as answer, invite as make } from "@/server/invitations";
import { invite } from "@/core/api/operations/invite";
import { serve } from "@/server/serve";

export const GET = serve(invitations, async ({ member }) => answer(member));

export const POST = serve(invite, async ({ member, input }) => make(member, input));
