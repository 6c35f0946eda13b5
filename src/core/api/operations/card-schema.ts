import { operation } from "../operation";

export const cardSchema = operation<object>()({
  method: "GET",
  path: "/schemas/card",
  summary: "The schema of card files",
  needs: "none",
  answer: "A JSON Schema (2020-12)",
});
