import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { Bits } from "./bits";

describe("a set of bits", () => {
  it("does what a set of numbers does", () => {
    const size = 200;
    const numbers = fc.uniqueArray(fc.integer({ min: 0, max: size - 1 }));
    const of = (list: readonly number[]) => {
      const bits = new Bits(size);
      for (const number of list) bits.add(number);
      return bits;
    };
    const sorted = (set: Iterable<number>) => [...set].sort((a, b) => a - b);
    fc.assert(
      fc.property(numbers, numbers, (a, b) => {
        const [x, y] = [new Set(a), new Set(b)];
        const both = a.filter((n) => y.has(n));
        const alone = a.filter((n) => !y.has(n));
        expect([...of(a)]).toEqual(sorted(a));
        expect([...of(a).and(of(b))]).toEqual(sorted(both));
        expect([...of(a).keep(of(b))]).toEqual(sorted(both));
        expect([...of(a).or(of(b))]).toEqual(sorted(new Set([...a, ...b])));
        expect([...of(a).minus(of(b))]).toEqual(sorted(alone));
        expect([...of(a).drop(of(b))]).toEqual(sorted(alone));
        expect(of(a).counts(of(b))).toEqual([a.length, both.length]);
        expect(of(a).count()).toBe(a.length);
        for (let n = 0; n < size; n++) expect(of(a).has(n)).toBe(x.has(n));
        const copy = of(a).copy();
        copy.drop(copy);
        expect(copy.count()).toBe(0);
      }),
    );
  });
});
