import { changeDetails } from "@/core/api/operations/change-details";
import { changeDetails as answer } from "@/server/queries/history";
import { serve } from "@/server/serve";

export const GET = serve(changeDetails, async ({ member, parameters: { streamId, revision } }) =>
  answer(member, streamId, revision),
);
