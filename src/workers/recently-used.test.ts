import { expect, it } from "vitest";
import { RecentlyUsed } from "./recently-used";

it("keeps what was used last, and makes the rest anew", () => {
  const made: string[] = [];
  const kept = new RecentlyUsed<string>(2);
  const get = (key: string) => kept.get(key, (k) => (made.push(k), k.toUpperCase()));
  expect([get("a"), get("b"), get("a"), get("c"), get("a"), get("b")]).toEqual([
    "A",
    "B",
    "A",
    "C",
    "A",
    "B",
  ]);
  expect(made).toEqual(["a", "b", "c", "b"]);
});

it("does not keep a promise that failed", async () => {
  const kept = new RecentlyUsed<Promise<number>>(2);
  await expect(kept.get("a", () => Promise.reject(new Error("lost")))).rejects.toThrow("lost");
  expect(await kept.get("a", () => Promise.resolve(7))).toBe(7);
  expect(await kept.get("a", () => Promise.resolve(8))).toBe(7);
});

it("keeps as much as it may hold, the last used, and nothing that is more than that", () => {
  const kept = new RecentlyUsed<string>(10, (text) => text.length);
  kept.keep("a", "xxxx");
  kept.keep("b", "xxxx");
  expect(kept.known("a")).toBe("xxxx");
  kept.keep("c", "xxxxx");
  expect([kept.known("a"), kept.known("b"), kept.known("c")]).toEqual(["xxxx", undefined, "xxxxx"]);
  // Put there anew it weighs what it is now.
  kept.keep("a", "x");
  kept.keep("d", "xxxx");
  expect(["a", "c", "d"].map((key) => kept.known(key)?.length)).toEqual([1, 5, 4]);
  kept.keep("e", "xxxxxxxxxxx");
  expect(["a", "c", "d", "e"].map((key) => kept.known(key))).toEqual([
    undefined,
    undefined,
    undefined,
    undefined,
  ]);
  kept.keep("f", "xx");
  kept.clear();
  expect(kept.known("f")).toBeUndefined();
  kept.keep("g", "xxxxxxxxxx");
  expect(kept.known("g")).toHaveLength(10);
});
