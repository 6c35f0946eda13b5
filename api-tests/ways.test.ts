import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { chainText } from "@/core/chain/fingerprint";
import type { Chain, EffectSetting } from "@/core/chain/model";
import { normaliseChain } from "@/core/chain/values";
import { putOn, wayIds, type WayId } from "@/core/chain/ways";
import { highPass, join, newLibrary, type Person } from "./world";

let owner: Person;
let sessionId: string;
let targetIds: readonly string[];
const cards: { readonly id: string; readonly chain: Chain }[] = [];
const gain = (db: number): EffectSetting => ({
  effect: "audio.gain",
  values: { gain: db },
  on: true,
  mix: 100,
});
const of = (...settings: EffectSetting[]): Chain => ({ medium: "audio", settings });

beforeAll(async () => {
  const made = await newLibrary();
  ({ sessionId, targetIds } = made);
  owner = await join(made.libraryId, "owner");
  for (const [i, chain] of [
    of(gain(1)),
    of(gain(2), ...highPass(90).settings),
    of(...highPass(200).settings, gain(-3), gain(-4)),
  ].entries()) {
    const { body } = await owner.run<{ cardId: string }>("keep-card", { name: `Way ${i}`, path: "", chain });
    cards.push({ id: body.result.cardId, chain: normaliseChain(chain).chain });
  }
});

interface Row {
  readonly id: string;
  readonly chain: Chain;
  readonly strength: number;
  readonly cardId: string | null;
}
const rows = async () => (await owner.rows(sessionId)).target as unknown as Row[];
const rowOf = async (id: string) => (await rows()).find((row) => row.id === id)!;
const apply = (cardId: string, how: WayId, more: object = {}, ids = targetIds) =>
  owner.run("apply-card", { sessionId, targetIds: ids, cardId, how, ...more });
const clear = () =>
  Promise.all(
    targetIds.map((targetId) => owner.run("set-chain", { sessionId, targetId, chain: of(), strength: 100 })),
  );

describe("ways to apply", () => {
  it("put on what they say, and only a card in place of the chain brings its strength", async () => {
    const [id] = targetIds;
    await owner.run("set-chain", { sessionId, targetId: id, chain: of(gain(9), gain(8)), strength: 40 });
    const expected = (way: WayId, at?: number) => chainText(putOn(before.chain, cards[1].chain, way, at));
    const before = await rowOf(id);
    for (const [how, at] of [["after"], ["before"], ["at", 1], ["missing"], ["replace"]] as [
      WayId,
      number?,
    ][]) {
      const { status } = await apply(cards[1].id, how, { strength: 70, ...(at !== undefined && { at }) }, [
        id,
      ]);
      const row = await rowOf(id);
      expect([how, status, row.strength, row.cardId]).toEqual([
        how,
        200,
        how === "replace" ? 70 : 40,
        cards[1].id,
      ]);
      // As it was stored: whatever else a chain is given when it is kept.
      expect([how, chainText(row.chain)]).toEqual([how, expected(how, at)]);
      await owner.takeBack("undo", sessionId);
      expect(await rowOf(id)).toMatchObject({ chain: before.chain, strength: 40, cardId: before.cardId });
    }
  });

  it("leave alone what has it all, and say so where all do", async () => {
    const [one, two] = targetIds;
    await clear();
    await apply(cards[1].id, "replace", {}, [one]);
    const mixed = await apply(cards[0].id, "missing", {}, [one, two]);
    expect([mixed.status, mixed.body.change!.summary]).toEqual([
      200,
      "“Way 0” where it was missing on “Take 2”",
    ]);
    expect((await rowOf(one)).cardId).toBe(cards[1].id);
    expect((await rowOf(two)).cardId).toBe(cards[0].id);
    const none = await apply(cards[0].id, "missing");
    expect([none.status, none.body.error]).toMatchObject([
      409,
      { code: "nothing-missing", message: "Every effect of “Way 0” is on 2 clips already." },
    ]);
  });

  it("ask for a place where they need one, and for none where they do not", async () => {
    for (const [how, more, status] of [
      ["at", {}, 400],
      ["at", { at: -1 }, 400],
      ["at", { at: 1.5 }, 400],
      ["before", { at: 1 }, 400],
      ["beside", {}, 400],
      // Somebody else has shortened the chain meanwhile: its end.
      ["at", { at: 64 }, 200],
    ] as [WayId, object, number][])
      expect([how, more, (await apply(cards[0].id, how, more)).status]).toEqual([how, more, status]);
  });

  it("one after another, whichever they are, are taken back to what was there, to the byte", async () => {
    const written = async () =>
      JSON.stringify((await rows()).map(({ id, chain, strength, cardId }) => [id, chain, strength, cardId]));
    const step = fc.record({
      card: fc.nat(2),
      how: fc.constantFrom(...wayIds),
      at: fc.nat(4),
      on: fc.constantFrom([0], [1], [0, 1]),
    });
    await clear();
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 5 }), async (steps) => {
        const before = await written();
        let done = 0;
        for (const { card, how, at, on } of steps) {
          const ids = on.map((i) => targetIds[i]);
          const { status } = await apply(cards[card].id, how, how === "at" ? { at } : {}, ids);
          // What would change nothing is refused; what changes nothing without being refused is no change either.
          if (status === 409) continue;
          expect(status).toBe(200);
          done++;
        }
        const changed = (await rows()).length;
        for (let i = 0; i < done && (await written()) !== before; i++)
          expect((await owner.takeBack("undo", sessionId)).status).toBe(200);
        expect([await written(), changed]).toEqual([before, targetIds.length]);
      }),
      { numRuns: 25 },
    );
  });
});
