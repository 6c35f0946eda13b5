import { ready } from "@/core/api/operations/ready";
import { readiness } from "@/server/readiness";
import { serve } from "@/server/serve";

/** Says nothing about anybody's data. */
export const GET = serve(ready, async () => {
  const state = await readiness();
  return Response.json(state, { status: state.ready ? 200 : 503, headers: { "cache-control": "no-store" } });
});
