import { events } from "@/core/api/operations/events";
import { events as answer } from "@/server/events";
import { serve } from "@/server/serve";

export const GET = serve(events, async ({ member, request }) =>
  answer(member, new Headers(request.headers), request.signal),
);
