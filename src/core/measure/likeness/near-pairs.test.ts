import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { likeness } from "./index";
import { nearPairs, type Imprinted } from "./near-pairs";

/** A sound that differs from others in its loudness alone, which is the last figure of an imprint. */
const sound = (id: string, loudness: number, given: Partial<Imprinted> = {}): Imprinted => {
  const imprint = new Float32Array(likeness.audio.length);
  imprint[imprint.length - 1] = loudness;
  return { id, fingerprint: id, group: "gain", imprint, ...given };
};
const idsOf = (all: Imprinted[], most?: number) =>
  nearPairs("audio", all, most).pairs.map(({ ids }) => ids.join());

describe("what does nearly the same", () => {
  it("is nearer than what is told apart, the nearest first, within a group and of unequal content", () => {
    const all = [
      sound("a", 0),
      sound("b", 0.5),
      sound("c", 0.7),
      sound("same", 0, { fingerprint: "a" }),
      sound("other", 0, { group: "room" }),
      sound("far", 9),
    ];
    expect(idsOf(all)).toEqual(["b,c", "a,b", "b,same", "a,c", "c,same"]);
    const [nearest] = nearPairs("audio", all).pairs;
    expect(nearest.apart).toBeCloseTo(0.2, 5);
  });
  it("is what a look at every pair finds", () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            loudness: fc.float({ min: -3, max: 3, noNaN: true }),
            group: fc.constantFrom("x", "y"),
          }),
          {
            maxLength: 14,
          },
        ),
        (drawn) => {
          const all = drawn.map(({ loudness, group }, i) => sound(`${i}`, loudness, { group }));
          const { little, imprintsApart } = likeness.audio;
          const plainly = all.flatMap((b, j) =>
            all
              .slice(0, j)
              .filter((a) => a.group === b.group && imprintsApart(a.imprint, b.imprint).total < little)
              .map((a) => [a.id, b.id].sort().join()),
          );
          const found = nearPairs("audio", all);
          expect(found.pairs.map(({ ids }) => [...ids].sort().join()).sort()).toEqual(plainly.sort());
          expect(found.left).toBe(0);
        },
      ),
    ));
  it("is looked for as long as there is time, in small groups first, and says how many were left", () => {
    const large = Array.from({ length: 40 }, (_, i) => sound(`l${i}`, 10 * i, { group: "large" }));
    const small = [sound("s1", 0, { group: "small" }), sound("s2", 0.1, { group: "small" })];
    const { pairs, left } = nearPairs("audio", [...large, ...small], 50);
    expect(pairs.map(({ ids }) => ids)).toEqual([["s1", "s2"]]);
    // One pair of the small group, and of the large one 45 among the first ten.
    expect(left).toBe(30);
  });
});
