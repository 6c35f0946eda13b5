import { openApi } from "@/server/api/openapi";
import { route } from "@/server/route";

/** It tells nothing of any library, so anybody may read it. */
export const GET = route(async () => openApi());
