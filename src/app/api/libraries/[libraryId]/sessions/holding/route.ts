import { sessionsHolding } from "@/core/api/operations/sessions-holding";
import { sessionsHolding as holding } from "@/server/queries/sessions-holding";
import { serve } from "@/server/serve";

export const GET = serve(sessionsHolding, ({ member }) => holding(member));
