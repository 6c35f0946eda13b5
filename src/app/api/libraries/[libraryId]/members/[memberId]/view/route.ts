import { memberView } from "@/core/api/operations/member-view";
import { memberView as answer } from "@/server/queries/member-view";
import { serve } from "@/server/serve";

export const GET = serve(memberView, async ({ member, parameters: { memberId } }) =>
  answer(member, memberId),
);
