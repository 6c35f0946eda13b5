import { searchSorts, type SearchSort } from "@/core/library/entities";
import type { SearchAnswer } from "@/core/search/found";
import { longestQuery } from "@/core/search/query/parse";
import { ofLibrary, operation } from "../operation";

interface Takes {
  readonly q: string;
  readonly sort: SearchSort;
  readonly limit: string;
  readonly explain: "true" | "false";
}

export const search = operation<SearchAnswer, Takes>()({
  method: "GET",
  path: `${ofLibrary}/search`,
  summary: "The cards that a query holds, as a saved search reads it",
  needs: "read",
  query: ({ Joi }) =>
    Joi.object({
      q: Joi.string()
        .max(longestQuery)
        .required()
        .messages({ "any.required": "Say what to search for, as q" }),
      sort: Joi.string()
        .valid(...searchSorts)
        .default("name"),
      limit: Joi.string()
        .pattern(/^(?:[1-9]\d{0,2}|1000)$/)
        .default("100")
        .messages({ "string.pattern.base": "From 1 to 1000 cards are given at once" }),
      explain: Joi.string().valid("true", "false").default("false"),
    }),
  answer: "`total`, the first `limit` of the `cards`, and the `problems` of the query",
});
