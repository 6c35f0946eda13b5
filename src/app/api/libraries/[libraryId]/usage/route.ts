import { usage } from "@/core/api/operations/usage";
import { usage as answer } from "@/server/queries/usage";
import { serve } from "@/server/serve";

export const GET = serve(usage, async ({ member }) => answer(member));
