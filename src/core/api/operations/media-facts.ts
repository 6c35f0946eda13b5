import { operation, ofLibrary } from "../operation";
import type { Media } from "./session-replica";

export const mediaFacts = operation<Media>()({
  method: "GET",
  path: `${ofLibrary}/media/{mediaId}`,
  summary: "What is known of material",
  needs: "read",
  answer: "its `name`, and the `facts` that were learnt when it was decoded",
});
