import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { queryPage, queryPagePath } from "../../../scripts/query-help";
import { queryFields } from "./fields";
import { queryHelp } from "./help";
import { parseQuery } from "./query/parse";

const lines = queryHelp.flatMap((part) => part.lines);

describe("the help about queries", () => {
  it("names every field", () => {
    for (const { name } of queryFields)
      expect(lines.filter(({ query }) => query.includes(`${name}:`))).not.toHaveLength(0);
  });
  it.each(lines.map(({ query }) => query))("shows a query that is read without a problem: %s", (query) =>
    expect(parseQuery(query)).toMatchObject({ problems: [], root: {} }),
  );
  it("is what is kept as a document: npm run query-help", () =>
    expect(readFileSync(queryPagePath, "utf8")).toBe(queryPage()));
});
