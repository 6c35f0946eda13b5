import { takeBack } from "@/core/api/operations/take-back";
import { takeBack as take } from "@/server/take-back";
import { serve } from "@/server/serve";

export const POST = serve(takeBack, async ({ member, input }) => take(member, input));
