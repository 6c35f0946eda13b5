import Joi from "joi";
import { searchSorts, type SearchSort } from "@/core/library/entities";
import type { SearchAnswer } from "@/core/search/found";
import { longestQuery } from "@/core/search/query/parse";
import { ofLibrary, operation } from "../operation";

interface Takes {
  readonly q: string;
  readonly sort: SearchSort;
  readonly limit: number;
  readonly explain: boolean;
}

export const search = operation<SearchAnswer, Takes>()({
  method: "GET",
  path: `${ofLibrary}/search`,
  summary: "The cards that a query holds, as a saved search reads it",
  needs: "read",
  query: Joi.object({
    q: Joi.string().max(longestQuery).required().messages({ "any.required": "Say what to search for, as q" }),
    sort: Joi.string()
      .valid(...searchSorts)
      .default("name"),
    limit: Joi.number().integer().min(1).max(1000).default(100),
    explain: Joi.boolean().default(false),
  }),
  answer: "`total`, the first `limit` of the `cards`, and the `problems` of the query",
});
