import type { Rendering } from "./one-render";
import { operation, ofLibrary } from "../operation";

export const cancelRender = operation<{ readonly render: Rendering }>()({
  method: "POST",
  path: `${ofLibrary}/renders/{renderId}/cancel`,
  summary: "Stop a rendering",
  needs: "bench",
  answer: "The `render`",
});
