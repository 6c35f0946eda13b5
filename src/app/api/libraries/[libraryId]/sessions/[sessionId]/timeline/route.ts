import { sessionTimeline } from "@/core/api/operations/session-timeline";
import { sessionTimeline as answer } from "@/server/queries/session-timeline";
import { serve } from "@/server/serve";

export const GET = serve(sessionTimeline, async ({ member, parameters: { sessionId } }) =>
  answer(member, sessionId),
);
