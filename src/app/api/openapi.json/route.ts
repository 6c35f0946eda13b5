import { openapi } from "@/core/api/operations/openapi";
import { openApi } from "@/server/api/openapi";
import { serve } from "@/server/serve";

export const GET = serve(openapi, async () => openApi());
