import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  chosenAt,
  columnName,
  covered,
  movedBy,
  mostColumns,
  mostRows,
  pickedAt,
  pickedForAll,
  picksByCard,
  proofSheet,
  withoutLosers,
  type ProofSheet,
} from "./proof-sheet";

const names = (prefix: string, count: number) => Array.from({ length: count }, (_, i) => `${prefix}${i}`);
const sheet = (cards = 8, targets = 4) => proofSheet(names("c", cards), names("t", targets))!;
const at = ({ row, column }: ProofSheet) => [row, column];

describe("a proof sheet", () => {
  it("holds so many of each, and is none without either", () => {
    const { cards, targets } = sheet(100, 100);
    expect([cards.length, targets.length]).toEqual([mostColumns, mostRows]);
    expect([proofSheet([], ["t"]), proofSheet(["c"], [])]).toEqual([null, null]);
  });

  it("picks a card for a row by its number and goes on to the next row; picked again it is not picked", () => {
    // Eight by four, the winner of each row by one key each.
    const picked = [2, 0, 7, 2].reduce((now, column) => pickedAt(now, column), sheet());
    expect([...picked.picks]).toEqual([
      ["t0", "c2"],
      ["t1", "c0"],
      ["t2", "c7"],
      ["t3", "c2"],
    ]);
    expect(at(picked)).toEqual([3, 2]);
    expect(picksByCard(picked)).toEqual([
      { cardId: "c2", targetIds: ["t0", "t3"] },
      { cardId: "c0", targetIds: ["t1"] },
      { cardId: "c7", targetIds: ["t2"] },
    ]);
    const back = pickedAt(picked);
    expect([back.picks.has("t3"), at(back)]).toEqual([false, [3, 2]]);
    expect(pickedAt(sheet(), 8)).toEqual(sheet());
    expect([...pickedForAll(chosenAt(sheet(), 0, 5)).picks.values()]).toEqual(
      names("c", 0).concat(Array<string>(4).fill("c5")),
    );
  });

  it("leaves out what no row has picked, as long as there is something to choose from", () => {
    const picked = [2, 0, 7, 2].reduce((now, column) => pickedAt(now, column), sheet());
    const next = withoutLosers(picked);
    expect(next.cards).toEqual(["c0", "c2", "c7"]);
    expect([...next.left]).toEqual(["c1", "c3", "c4", "c5", "c6"]);
    // It is still the card that was chosen.
    expect(next.cards[next.column]).toBe("c2");
    const one = pickedForAll(sheet());
    expect(withoutLosers(one)).toBe(one);
    expect(withoutLosers(sheet())).toEqual(sheet());
  });

  it("covered it has the same cards in another order and no names; what was picked stays picked", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1, noNaN: true, maxExcluded: true }), { minLength: 30 }),
        (shares) => {
          let i = 0;
          const before = pickedAt(sheet(8, 4), 3);
          const blind = covered(before, () => shares[i++ % shares.length]);
          expect([...blind.cards].sort()).toEqual([...before.cards].sort());
          expect(blind.picks).toEqual(before.picks);
          expect(columnName(blind, 2, "Fog")).toBe("3");
          const open = covered(blind, () => 0);
          expect([open.blind, open.cards]).toEqual([false, blind.cards]);
          expect(columnName(open, 2, "Fog")).toBe("3 Fog");
        },
      ),
    );
  });

  it("every order is as likely as any other: of three cards each of six comes up about as often", () => {
    // A seeded generator (Park and Miller, "Random number generators: good ones are hard to find", CACM 31, 1988).
    let seed = 20_641;
    const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
    const counts = new Map<string, number>();
    const [runs, three] = [6000, proofSheet(["a", "b", "c"], ["t"])!];
    for (let i = 0; i < runs; i++) {
      const order = covered(three, random).cards.join("");
      counts.set(order, (counts.get(order) ?? 0) + 1);
    }
    expect(counts.size).toBe(6);
    // Pearson's chi-squared with 5 degrees of freedom is above 20.5 once in a thousand (NIST/SEMATECH e-Handbook, 1.3.6.7.4).
    const chi = [...counts.values()].reduce((sum, n) => sum + (n - runs / 6) ** 2 / (runs / 6), 0);
    expect(chi).toBeLessThan(20.5);
  });

  it("stays within its edges", () => {
    const moves = fc.array(fc.tuple(fc.integer({ min: -3, max: 3 }), fc.integer({ min: -3, max: 3 })));
    fc.assert(
      fc.property(moves, (steps) => {
        const { row, column } = steps.reduce(
          (now, [rows, columns]) => movedBy(now, rows, columns),
          sheet(5, 3),
        );
        expect([row >= 0, row < 3, column >= 0, column < 5]).toEqual([true, true, true, true]);
      }),
    );
  });
});
