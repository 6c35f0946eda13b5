import { cardSchema } from "@/core/formats/card/schema";
import { route } from "@/server/route";

/** The published JSON Schema of `*.card.json`; it tells nothing of any library, so anybody may read it. */
export const GET = route(async () => cardSchema);
