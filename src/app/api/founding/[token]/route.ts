import { readFounding } from "@/core/api/operations/read-founding";
import { found as make, readFounding as read } from "@/server/founding";
import { found } from "@/core/api/operations/found";
import { serve } from "@/server/serve";

export const GET = serve(readFounding, async ({ parameters: { token } }) => read(token));

export const POST = serve(found, async ({ parameters: { token }, input }) => make(token, input));
