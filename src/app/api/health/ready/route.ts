import { readiness } from "@/server/readiness";
import { route } from "@/server/route";

/** Whether requests can be served just now: 503 where something that they need is not there. Says nothing about anybody's data. */
export const GET = route(async () => {
  const state = await readiness();
  return Response.json(state, { status: state.ready ? 200 : 503, headers: { "cache-control": "no-store" } });
});
