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
        expect([...of(a).meet([of(b)])]).toEqual(sorted(both));
        expect([...of(a).meet([])]).toEqual(sorted(a));
        expect([...of(a).meet([of(b), of(b)], [of([...y].slice(1))])]).toEqual(
          both.includes(b[0]) ? [b[0]] : [],
        );
        expect([...of(a).or(of(b))]).toEqual(sorted(new Set([...a, ...b])));
        expect([...of(a).meet([], [of(b)])]).toEqual(sorted(alone));
        const each: number[] = [];
        of(a).forEach((number) => each.push(number));
        expect(each).toEqual(sorted(a));
        expect(of(a).counts(of(b))).toEqual([a.length, both.length]);
        expect(of(a).count()).toBe(a.length);
        for (let n = 0; n < size; n++) expect(of(a).has(n)).toBe(x.has(n));
        const set = of(a);
        const copy = set.copy();
        for (const n of b) copy.add(n);
        expect([set.count(), copy.count()]).toEqual([a.length, a.length + b.length - both.length]);
      }),
    );
  });
});
