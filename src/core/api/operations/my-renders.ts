import type { Rendering } from "./one-render";
import { operation, ofLibrary } from "../operation";

export const myRenders = operation<{ readonly renders: readonly Rendering[] }>()({
  method: "GET",
  path: `${ofLibrary}/renders`,
  summary: "The asker's renderings",
  needs: "read",
  answer: "`renders`, the newest first, at most 50",
});
