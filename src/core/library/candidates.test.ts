import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  candidateAfter,
  candidatesOf,
  drawnCandidate,
  nthCandidate,
  presentCandidates,
  type Candidates,
} from "./candidates";

const list = (count: number, by: 1 | -1 = 1) =>
  candidatesOf(
    Array.from({ length: count }, (_, i) => `c${i}`),
    "“room”",
    by,
  )!;
const tried = ({ ids, at }: Candidates) => ids[at];

describe("candidates", () => {
  it("begin at either end, and go round", () => {
    expect([tried(list(3)), tried(list(3, -1)), candidatesOf([], "", 1)]).toEqual(["c0", "c2", null]);
    const all = [1, 1, 1, -1, -1, -1].reduce<Candidates[]>(
      (so, by) => [...so, candidateAfter(so.at(-1)!, by)],
      [list(3)],
    );
    expect(all.map(tried)).toEqual(["c0", "c1", "c2", "c0", "c2", "c1", "c0"]);
    expect(tried(candidateAfter(list(3), -7))).toBe("c2");
  });
  it("are picked by number, where there are so many", () => {
    expect([1, 3, 4, 0].map((n) => tried(nthCandidate(list(3, -1), n)))).toEqual(["c0", "c2", "c2", "c2"]);
  });
  it("are drawn each once before any is again, and none twice in a row", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 30, maxLength: 30 }),
        (count, shares) => {
          const order: string[] = [];
          let now = list(count);
          for (const share of shares) order.push(tried((now = drawnCandidate(now, share))));
          if (count === 1) {
            expect(new Set(order)).toEqual(new Set(["c0"]));
            return;
          }
          // The first one was tried already.
          const [first, ...later] = [["c0", ...order.slice(0, count - 1)], order.slice(count - 1)];
          expect(new Set(first).size).toBe(count);
          for (let i = 0; i + count - 1 <= later[0].length; i += count - 1)
            expect(new Set(later[0].slice(i, i + count - 1)).size).toBe(count - 1);
          order.forEach((id, i) => i > 0 && expect(id).not.toBe(order[i - 1]));
        },
      ),
    );
  });
  it("go on with those that are left where some are gone", () => {
    const third = nthCandidate(list(4), 3);
    expect(presentCandidates(third, () => true)).toBe(third);
    const without = (...gone: string[]) => presentCandidates(third, (id) => !gone.includes(id));
    expect([tried(without("c0")!), tried(without("c2")!), tried(without("c2", "c3")!)]).toEqual([
      "c2",
      "c3",
      "c1",
    ]);
    expect(without("c0", "c1", "c2", "c3")).toBeNull();
  });
});
