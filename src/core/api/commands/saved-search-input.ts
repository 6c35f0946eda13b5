import Joi from "joi";
import { searchSorts, type SearchSort } from "@/core/library/entities";
import { longestQuery } from "@/core/search/query/parse";
import { id, nameOf, seen } from "../fields";

export interface KeepSearch {
  /** The one that is changed; a new one is made where it is left out. */
  readonly searchId?: string;
  readonly name: string;
  readonly query: string;
  readonly sort: SearchSort;
  readonly seen?: number;
}

/** What keeping a saved search takes, one's own or the team's. */
export const keepSearchInput = Joi.object({
  searchId: id,
  name: nameOf("saved search").required(),
  query: Joi.string()
    .max(longestQuery)
    .required()
    .messages({
      "string.empty": "A saved search asks for something: type a query",
      "string.max": `A query has at most ${longestQuery} characters`,
    }),
  sort: Joi.string()
    .valid(...searchSorts)
    .default("name"),
  seen,
});

export const removeSearchInput = Joi.object({ searchId: id.required() });
