import { expect, it } from "vitest";
import { aMoment } from "../../../testing/documents";
import { relevanceOf, suiteLibrary, suiteQueries, suiteRules } from "../../../testing/search-suite";
import { IndexStore } from "./index-store";
import { recall } from "./recall";

/*
 * The relevance suite on a small library; `npm run bench search` prints it for large ones, beside three general-purpose
 * search libraries. The floors are what the design asks for at 100,000 cards.
 */
const floors = { beginnings: 0.97, "dropped words": 0.78, initials: 0.75, "one typo": 0.75, aliases: 1 };

const library = suiteLibrary(20_000);
const store = new IndexStore();
for (const document of library.documents) store.put(document);

it.each(suiteRules)("finds what is meant by %s", (rule) => {
  const queries = suiteQueries(library, rule, 250);
  expect(queries).toHaveLength(250);
  const { hit1, hit5, mrr } = relevanceOf(queries, (text, target) =>
    recall(store, text, 20, { target, moment: aMoment }).hits.map(({ id }) => id),
  );
  expect(hit1).toBeGreaterThanOrEqual(floors[rule]);
  expect(hit5).toBeGreaterThanOrEqual(Math.max(hit1, 0.95));
  expect(mrr).toBeGreaterThanOrEqual(hit1);
});
