import { operation } from "../operation";

export const live = operation<{ readonly ok: true }>()({
  method: "GET",
  path: "/health/live",
  summary: "Whether the application runs",
  needs: "none",
  answer: "`ok`",
});
