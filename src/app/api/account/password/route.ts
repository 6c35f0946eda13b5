import { changePassword } from "@/core/api/operations/change-password";
import { changePassword as change } from "@/server/accounts";
import { serve } from "@/server/serve";

export const POST = serve(changePassword, async ({ request, input }) => change(request.headers, input));
