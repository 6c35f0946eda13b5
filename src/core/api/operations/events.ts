import { operation, ofLibrary } from "../operation";

export const events = operation<never>()({
  method: "GET",
  path: `${ofLibrary}/events`,
  summary: "What happens, as it happens",
  needs: "read",
  gives: "text/event-stream",
  answer: "Server-sent events with ids and revisions; fetch the contents with `changes`",
});
