import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ownPath } from "./own-path";

describe("where signing in leads", () => {
  it.each([
    ["/lib/bench/1?x=1#y", "/lib/bench/1?x=1#y"],
    ["/", "/"],
    ["/\t/host", "/"],
    ["/\\host", "/"],
    ["//host", "/"],
    ["/\n/host/x", "/"],
    ["https://host/", "/"],
    ["javascript:alert(1)", "/"],
    ["host", "/"],
    ["/./\t//host", "/"],
    ["/..//host", "/"],
    [null, "/"],
    ["", "/"],
    ["/join/abc", "/join/abc"],
  ])("%j leads to %s", (asked, path) => expect(ownPath(asked)).toBe(path));

  it("is never another origin, whatever is asked for", () => {
    const piece = fc.constantFrom(
      "/",
      "\\",
      "\t",
      "\n",
      "\r",
      "host",
      ":",
      "@",
      "%2f",
      "%09",
      ".",
      "?",
      "#",
      "http",
      " ",
      "\u0000",
      "é",
    );
    fc.assert(
      fc.property(
        fc.array(piece, { maxLength: 12 }),
        (pieces) =>
          void expect(new URL(ownPath(pieces.join("")), "https://own.example").origin).toBe(
            "https://own.example",
          ),
      ),
      { numRuns: 5000 },
    );
  });
});
