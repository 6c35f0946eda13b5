import { operation, ofLibrary } from "../operation";

export const sessionTimeline = operation<never>()({
  method: "GET",
  path: `${ofLibrary}/sessions/{sessionId}/timeline`,
  summary: "A bench session as a timeline of OpenTimelineIO",
  needs: "read",
  gives: "application/json",
  answer: "A file: clips with what they show, gaps, transitions and markers; what is applied as effects",
});
