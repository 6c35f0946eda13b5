import fc from "fast-check";
import { expect, it } from "vitest";
import { smallest } from "./smallest";

it("the smallest of some numbers are the first of all in order, whatever they are", () => {
  // No −0, which sorting tells from 0 and comparing does not.
  const number = fc.oneof(fc.integer({ min: 0, max: 5 }), fc.double({ noNaN: true })).map((v) => v + 0);
  fc.assert(
    fc.property(fc.array(number, { maxLength: 60 }), fc.integer({ min: 0, max: 70 }), (list, count) => {
      const expected = Float64Array.from(list).sort().slice(0, count);
      expect([...smallest(Float64Array.from(list), count)]).toEqual([...expected]);
    }),
    { numRuns: 2000 },
  );
});
it.each([
  ["rising", (i: number) => i],
  ["falling", (i: number) => -i],
  ["all alike", () => 7],
  ["like a saw", (i: number) => i % 13],
])("of a hundred thousand that are %s", (_, of) => {
  const all = Float64Array.from({ length: 100_000 }, (_, i) => of(i));
  expect([...smallest(all.slice(), 20)]).toEqual([...all.slice().sort().slice(0, 20)]);
});
