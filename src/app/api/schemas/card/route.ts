import { cardSchema } from "@/core/api/operations/card-schema";
import { cardSchema as schema } from "@/core/formats/card/schema";
import { serve } from "@/server/serve";

export const GET = serve(cardSchema, async () => schema);
