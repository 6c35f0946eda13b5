import { search } from "@/core/api/operations/search";
import { search as answer } from "@/server/queries/search";
import { serve } from "@/server/serve";

export const GET = serve(search, async ({ member, input }) => answer(member, input));
