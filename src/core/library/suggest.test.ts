import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aHead } from "../../../testing/library";
import { folderSuggester, similarity } from "./suggest";

const effects = fc.array(fc.constantFrom("a", "b", "c", "d"), { minLength: 1, maxLength: 4 });
const card = fc.record({
  folderId: fc.option(fc.constantFrom("x", "y", "z"), { nil: null }),
  withdrawn: fc.boolean(),
  effects,
});

describe("where cards like one lie", () => {
  it("is where most of those just like it do, also one against two", () => {
    const in_ = (folderId: string, ...effects: string[]) =>
      aHead({ id: `${folderId}${Math.random()}`, folderId, effects });
    const content = { medium: "audio" as const, effects: ["a", "b"] };
    const best = (...cards: ReturnType<typeof in_>[]) => folderSuggester(cards)(content);
    expect(best(in_("x", "a", "b"), in_("y", "b", "a"), in_("y", "a", "b"))).toBe("y");
    // Two that share a half, squared, are less than one that shares all.
    expect(best(in_("x", "a", "b"), in_("y", "a"), in_("y", "b"), in_("y", "a"))).toBe("x");
    expect(
      best(in_("x", "a", "b", "c", "d"), ...Array.from({ length: 5 }, () => in_("y", "a", "b", "c", "d"))),
    ).toBe("y");
  });

  it("is the folder to which they add up most, each by the square of what it shares, from a third on", () =>
    fc.assert(
      fc.property(fc.array(card, { maxLength: 20 }), effects, (rows, wanted) => {
        const cards = rows.map((row, i) => aHead({ id: `${i}`, ...row }));
        const content = { medium: "audio" as const, effects: wanted };
        const vote = (folder: string) =>
          cards
            .filter(({ folderId, withdrawn }) => folderId === folder && !withdrawn)
            .map((one) => similarity(one, content))
            .filter((share) => share >= 1 / 3)
            .reduce((sum, share) => sum + share ** 2, 0);
        const votes = ["x", "y", "z"].map(vote);
        const best = folderSuggester(cards)(content);
        if (best === null) expect(Math.max(...votes)).toBe(0);
        else expect(vote(best)).toBeCloseTo(Math.max(...votes), 9);
      }),
      { numRuns: 500 },
    ));
});
