import { askInPlace as begin } from "@/server/renders";
import { askInPlace } from "@/core/api/operations/ask-in-place";
import { serve } from "@/server/serve";

export const POST = serve(askInPlace, async ({ member, input }) => begin(member, input));
