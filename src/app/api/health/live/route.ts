import { live } from "@/core/api/operations/live";
import { serve } from "@/server/serve";

export const GET = serve(live, async () => ({ ok: true }) as const);
