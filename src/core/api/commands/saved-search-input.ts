import Joi from "joi";
import { mostPlaced, searchSorts, type SearchSort } from "@/core/library/entities";
import { longestQuery } from "@/core/search/query/parse";
import { id, nameOf, seen } from "../fields";

export interface KeepSearch {
  /** The one that is changed; a new one is made where it is left out. */
  readonly searchId?: string;
  readonly name: string;
  readonly query: string;
  readonly sort: SearchSort;
  /** Cards that come first, in this order; as before, where it is left out. */
  readonly placed?: readonly string[];
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
  placed: Joi.array()
    .items(id)
    .unique()
    .max(mostPlaced)
    .messages({ "array.max": `At most ${mostPlaced} cards are put in order by hand` }),
  seen,
});

export const removeSearchInput = Joi.object({ searchId: id.required() });
