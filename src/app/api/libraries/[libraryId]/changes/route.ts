import { changes } from "@/core/api/operations/changes";
import { changes as answer } from "@/server/queries/changes";
import { serve } from "@/server/serve";

export const GET = serve(changes, async ({ member, input }) => answer(member, input));
