import type { ViewSettings } from "../../library/media";
import { operation, ofLibrary } from "../operation";

export const memberView = operation<{ readonly view: ViewSettings }>()({
  method: "GET",
  path: `${ofLibrary}/members/{memberId}/view`,
  summary: "How a member of the library looks at it",
  needs: "read",
  answer:
    "`view`: where the edges of their columns are, what of the index they have closed, what the table shows and in which order; nothing that says what they do",
});
