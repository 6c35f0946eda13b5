import { history } from "@/core/api/operations/history";
import { history as answer } from "@/server/queries/history";
import { serve } from "@/server/serve";

export const GET = serve(history, async ({ member, input }) => answer(member, input));
