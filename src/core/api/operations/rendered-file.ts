import { operation, ofLibrary } from "../operation";

export const renderedFile = operation<never>()({
  method: "GET",
  path: `${ofLibrary}/renders/{renderId}/file`,
  summary: "What a rendering made",
  needs: "read",
  gives: "application/octet-stream",
  answer: "The file, or a zip of several",
});
