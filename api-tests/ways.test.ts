import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { chainText } from "@/core/chain/fingerprint";
import type { Chain, EffectSetting } from "@/core/chain/model";
import { normaliseChain } from "@/core/chain/values";
import { putOn, wayIds, type WayId } from "@/core/chain/ways";
import type { Target } from "@/core/library/entities";
import { database } from "@/db/connection";
import { noteMedia } from "@/db/media";
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
  await noteMedia(database(), {
    libraryId: made.libraryId,
    id: "none",
    name: "ten seconds",
    bytes: 1,
    facts: { kind: "audio", sampleRate: 48_000, channels: 1, frames: 480_000, peaks: [] },
  });
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

const range = { start: 1, end: 3 };

const rows = async () => (await owner.rows(sessionId)).target as unknown as Target[];
const rowOf = async (id: string) => (await rows()).find((row) => row.id === id)!;
const apply = (cardId: string, how: WayId, more: object = {}, ids = targetIds) =>
  owner.run("apply-card", { sessionId, targetIds: ids, cardId, how, ...more });
const draft = (parts: readonly object[], how: WayId, more: object = {}, ids = targetIds) =>
  owner.run("apply-draft", { sessionId, targetIds: ids, parts, how, ...more });
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
      ["range", {}, 400],
      ["range", { range: { start: 3, end: 3 } }, 400],
      ["after", { range }, 400],
      ["return", { at: 1 }, 400],
      // Somebody else has shortened the chain meanwhile: its end.
      ["at", { at: 64 }, 200],
    ] as [WayId, object, number][])
      expect([how, more, (await apply(cards[0].id, how, more)).status]).toEqual([how, more, status]);
  });

  it("one after another, whichever they are, are taken back to what was there, to the byte", async () => {
    // All of every target: what was made beside them is gone again, and so are the sends to it.
    const written = async () =>
      JSON.stringify(
        (await rows())
          .map(({ version: _, ...row }) => row)
          .sort((a, b) => (a.id < b.id ? -1 : 1))
          .map((row) => Object.entries(row).sort(([a], [b]) => (a < b ? -1 : 1))),
      );
    const step = fc.record({
      cards: fc.array(fc.nat(2), { minLength: 1, maxLength: 3 }),
      how: fc.constantFrom(...wayIds),
      at: fc.nat(4),
      on: fc.constantFrom([0], [1], [0, 1]),
    });
    await clear();
    const seen = new Set<string>();
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 5 }), async (steps) => {
        const before = await written();
        let done = 0;
        for (const { cards: which, how, at, on } of steps) {
          const [ids, more] = [
            on.map((i) => targetIds[i]),
            how === "at" ? { at } : how === "range" ? { range } : {},
          ];
          const put =
            which.length === 1
              ? await apply(cards[which[0]].id, how, more, ids)
              : await draft(
                  which.map((i) => ({ cardId: cards[i].id })),
                  how,
                  more,
                  ids,
                );
          // What would change nothing is refused; what changes nothing without being refused is no change either.
          if (put.status === 409) continue;
          expect(put.status).toBe(200);
          seen.add(how);
          done += put.body.change ? 1 : 0;
        }
        for (let i = 0; i < done; i++) expect((await owner.takeBack("undo", sessionId)).status).toBe(200);
        expect(await written()).toBe(before);
      }),
      { numRuns: 25 },
    );
    expect([...seen].sort()).toEqual([...wayIds].sort());
  });
});

describe("beside what is selected", () => {
  const [first, second] = [0, 1];
  const sendsOf = async (at: number) => (await rowOf(targetIds[at])).sends;

  it("a card comes onto one return that all of them feed, and not onto another one a second time", async () => {
    await clear();
    const [one, both] = [[targetIds[first]], targetIds];
    const before = (await rows()).length;
    const made = await apply(cards[0].id, "return", { strength: 50 }, one);
    expect([made.status, made.body.change!.summary]).toEqual([200, "“Way 0” on a return fed by “Take 1”"]);
    const back = (await rows()).find(({ kind }) => kind === "return")!;
    expect(back).toMatchObject({
      name: "Way 0",
      mediaId: null,
      strength: 100,
      cardId: cards[0].id,
      cardVersion: 1,
      sends: [],
    });
    expect(chainText(back.chain)).toBe(chainText(cards[0].chain));
    expect(await sendsOf(first)).toEqual([{ to: back.id, level: -6.02 }]);
    // Its own chain stays as it is.
    expect((await rowOf(targetIds[first])).chain.settings).toEqual([]);

    // What is there keeps its level; only what was missing is added.
    expect((await apply(cards[0].id, "return", {}, both)).status).toBe(200);
    expect([await sendsOf(first), await sendsOf(second)]).toEqual([
      [{ to: back.id, level: -6.02 }],
      [{ to: back.id, level: 0 }],
    ]);
    const again = await apply(cards[0].id, "return", {}, both);
    expect([again.status, again.body.change]).toEqual([200, null]);
    expect((await rows()).length).toBe(before + 1);
    // A return is not sent on, nor to itself.
    const itself = await apply(cards[1].id, "return", {}, [back.id]);
    expect([itself.status, itself.body.error]).toMatchObject([409, { code: "sends-elsewhere" }]);
    for (let i = 0; i < 2; i++) await owner.takeBack("undo", sessionId);
    expect((await rows()).length).toBe(before);
  });

  it("several come onto returns of their own as one change; twice makes nothing twice; more than a target can feed is refused", async () => {
    await clear();
    const before = (await rows()).length;
    const parts = [
      { cardId: cards[1].id },
      { name: "Low", chain: of(gain(-12)) },
      { name: "Thin", chain: highPass(400) },
    ];
    const made = await draft(parts, "return");
    expect([made.status, made.body.change!.summary]).toEqual([200, "3 returns fed by 2 clips"]);
    const returns = (await rows()).filter(({ kind }) => kind === "return");
    expect(returns.map(({ name, cardId }) => [name, cardId])).toEqual([
      ["Way 1", cards[1].id],
      ["Low", null],
      ["Thin", null],
    ]);
    for (const at of [first, second])
      expect((await sendsOf(at)).map(({ to }) => to)).toEqual(returns.map(({ id }) => id));
    expect((await draft(parts, "return")).body.change).toBeNull();
    const many = await draft(
      Array.from({ length: 14 }, (_, i) => ({ name: `Level ${i}`, chain: of(gain(-i - 20)) })),
      "return",
    );
    expect([many.status, many.body.error]).toMatchObject([409, { code: "many-sends" }]);
    expect((await rows()).length).toBe(before + 3);
    await owner.takeBack("undo", sessionId);
    expect((await rows()).length).toBe(before);
  });

  it("a copy begins when its original does, lies behind it and has only the card; a group has nothing to copy", async () => {
    await clear();
    await owner.run("edit-target", { sessionId, targetIds: [targetIds[first]], at: 2.5, muted: true });
    await apply(cards[2].id, "replace", {}, [targetIds[first]]);
    const made = await apply(cards[0].id, "parallel", {}, [targetIds[first]]);
    expect([made.status, made.body.change!.summary]).toEqual([200, "“Way 0” on a copy of “Take 1”"]);
    const all = (await rows()).sort((a, b) => (a.position < b.position ? -1 : 1));
    const [original, copy, next] = all;
    expect([original.id, next.id]).toEqual(targetIds);
    expect(copy).toMatchObject({
      name: "Take 1, Way 0",
      kind: "clip",
      mediaId: original.mediaId,
      at: 2.5,
      muted: false,
      strength: 100,
      sends: [],
      cardId: cards[0].id,
    });
    expect(chainText(copy.chain)).toBe(chainText(cards[0].chain));
    expect(chainText(original.chain)).toBe(chainText(cards[2].chain));
    const { body } = await owner.run<{ targetId: string }>("add-group", {
      sessionId,
      kind: "bus",
      name: "All",
    });
    const group = await apply(cards[0].id, "parallel", {}, [targetIds[first], body.result.targetId]);
    expect([group.status, group.body.error]).toMatchObject([
      409,
      { code: "nothing-to-copy", message: "“All” has no material of its own to copy." },
    ]);
    for (let i = 0; i < 4; i++) await owner.takeBack("undo", sessionId);
    expect((await rows()).length).toBe(targetIds.length);
  });

  it("picks of a proof sheet come each onto its targets as one change; nothing where one cannot be", async () => {
    await clear();
    const pick = <T extends object>(picks: readonly object[], more: object = {}) =>
      owner.run<T>("apply-picks", { sessionId, picks, ...more });
    const [one, two] = targetIds;
    const { status, body } = await pick<{ habits: { cardId: string; uses: number }[] }>([
      { cardId: cards[0].id, targetIds: [two] },
      { cardId: cards[1].id, targetIds: [one] },
    ]);
    expect([status, body.change!.summary]).toEqual([200, "2 picked cards on 2 clips"]);
    expect([(await rowOf(one)).cardId, (await rowOf(two)).cardId]).toEqual([cards[1].id, cards[0].id]);
    // Both count as used, as if each had been put on by itself.
    expect(new Set(body.result.habits.map(({ cardId }) => cardId))).toEqual(
      new Set([cards[0].id, cards[1].id]),
    );
    await owner.takeBack("undo", sessionId);
    expect((await rowOf(one)).chain.settings).toEqual([]);
    const twice = await pick([
      { cardId: cards[0].id, targetIds: [one] },
      { cardId: cards[1].id, targetIds: [two, one] },
    ]);
    expect([twice.status, twice.body.error]).toMatchObject([400, { message: "A target has one pick." }]);
    expect((await pick([{ cardId: cards[0].id, targetIds: [one] }], { how: "at" })).status).toBe(400);
    const picture = await owner.run<{ cardId: string }>("keep-card", {
      name: "A look",
      path: "",
      chain: { medium: "image", settings: [{ effect: "image.exposure", values: {}, on: true, mix: 100 }] },
    });
    const mixed = await pick([
      { cardId: cards[0].id, targetIds: [one] },
      { cardId: picture.body.result.cardId, targetIds: [two] },
    ]);
    expect([mixed.status, mixed.body.error]).toMatchObject([409, { code: "other-medium" }]);
    expect((await rowOf(one)).chain.settings).toEqual([]);
  });

  it("what is no draft is refused", async () => {
    const empty = await draft([{ name: "None", chain: of() }], "after");
    expect([empty.status, empty.body.error]).toMatchObject([400, { code: "empty-chain" }]);
    for (const bad of [
      [],
      [{ cardId: cards[0].id, chain: of(gain(1)), name: "Both" }],
      [{ chain: of(gain(1)) }],
      [{ name: "No chain" }],
      [{ name: "Version of none", chain: of(gain(1)), contentVersion: 1 }],
    ])
      expect((await draft(bad, "after")).status).toBe(400);
  });
});
