import type { Medium } from "@/core/media";
import { operation, ofLibrary } from "../operation";

export const sessionsHolding = operation<{ readonly holding: Readonly<Record<string, readonly Medium[]>> }>()(
  {
    method: "GET",
    path: `${ofLibrary}/sessions/holding`,
    summary: "Which sessions hold material of which medium",
    needs: "read",
    answer: "`holding`: by the id of a session the media of which it has material",
  },
);
