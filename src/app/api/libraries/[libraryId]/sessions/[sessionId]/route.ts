import { sessionReplica } from "@/core/api/operations/session-replica";
import { sessionReplica as answer } from "@/server/queries/session-replica";
import { serve } from "@/server/serve";

export const GET = serve(sessionReplica, async ({ member, parameters: { sessionId } }) =>
  answer(member, sessionId),
);
