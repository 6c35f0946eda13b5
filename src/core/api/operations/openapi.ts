import { operation } from "../operation";

export const openapi = operation<object>()({
  method: "GET",
  path: "/openapi.json",
  summary: "This description",
  needs: "none",
  answer: "An OpenAPI 3.1 document",
});
