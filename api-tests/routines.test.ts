import { beforeAll, describe, expect, it } from "vitest";
import type { Target } from "@/core/library/entities";
import { highPass, join, newLibrary, type Person } from "./world";

let owner: Person;
let editor: Person;
let viewer: Person;
let sessionId: string;
let targetIds: readonly string[];
let libraryId: string;

beforeAll(async () => {
  ({ libraryId, sessionId, targetIds } = await newLibrary());
  owner = await join(libraryId, "owner");
  editor = await join(libraryId, "editor");
  viewer = await join(libraryId, "viewer");
});

let names = 0;
const keepCard = async (person = owner, more: object = {}) =>
  (
    await person.run<{ cardId: string }>("keep-card", {
      name: `Room ${++names}`,
      path: "",
      chain: highPass(40 + names),
      ...more,
    })
  ).body.result.cardId;
const keep = async (steps: readonly object[], name = `Steps ${++names}`) =>
  owner.run<{ routineId: string }>("keep-routine", { name, steps });
const keptId = async (steps: readonly object[]) => (await keep(steps)).body.result.routineId;
const run = (routineId: string, ids: readonly string[] = targetIds, person = editor) =>
  person.run<{ selected: readonly string[] }>("run-routine", { sessionId, targetIds: ids, routineId });
const targets = async () => (await owner.rows(sessionId)).target as unknown as Target[];
const written = async () =>
  JSON.stringify(
    (await targets())
      .map(({ version: _, ...row }) => Object.entries(row).sort(([a], [b]) => (a < b ? -1 : 1)))
      .sort((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1)),
  );

describe("routines", () => {
  it("are one change: five returns from all targets, then a card and a strength, and back by one", async () => {
    const cardIds = await Promise.all(Array.from({ length: 5 }, () => keepCard()));
    const before = await written();
    const routineId = await keptId([
      { kind: "choose", which: "all" },
      { kind: "returns", parts: cardIds.map((cardId, i) => ({ of: { cardId }, level: -i })) },
      { kind: "put", of: { cardId: cardIds[0] }, how: "replace", strength: 30 },
    ]);
    const { status, body } = await run(routineId, [targetIds[0]]);
    expect([status, body.change?.summary, body.result.selected]).toEqual([
      200,
      expect.stringMatching(/^“Steps \d+” on “Take 1”$/),
      [...targetIds],
    ]);
    const now = await targets();
    const returns = now.filter(({ kind }) => kind === "return");
    expect(returns.map(({ cardId }) => cardId)).toEqual(cardIds);
    for (const id of targetIds) {
      const target = now.find((one) => one.id === id)!;
      expect(target.sends).toEqual(returns.map(({ id: to }, i) => ({ to, level: 0 - i })));
      expect(target).toMatchObject({ strength: 30, cardId: cardIds[0] });
    }
    // What is there is not made again.
    await run(routineId, [targetIds[0]]);
    expect((await targets()).length).toBe(now.length);
    await editor.takeBack("undo", sessionId);
    expect(await written()).toBe(before);
  });

  it("are refused whole where one step cannot be, with the reason", async () => {
    const cardId = await keepCard();
    const [withdrawn, private_] = [await keepCard(), await keepCard(owner, { layer: "private" })];
    const before = await written();
    const routineId = await keptId([
      { kind: "put", of: { cardId }, how: "replace", strength: 100 },
      { kind: "put", of: { cardId: withdrawn }, how: "after", strength: 100 },
    ]);
    await owner.run("withdraw-cards", { cardIds: [withdrawn], withdrawn: true });
    const { status, body } = await run(routineId);
    expect([status, body.error]).toMatchObject([
      409,
      { code: "card-out-of-use", message: "A card of this routine is out of use." },
    ]);
    expect(await written()).toBe(before);
    const noEffect = await run(await keptId([{ kind: "switch", effect: "audio.gate", on: false }]));
    expect([noEffect.status, noEffect.body.error]).toMatchObject([409, { code: "no-effect" }]);
    // The team's routine holds what the team has.
    const kept = await keep([{ kind: "put", of: { cardId: private_ }, how: "after", strength: 100 }]);
    expect([kept.status, kept.body.error]).toMatchObject([409, { code: "card-not-shared", field: "steps" }]);
    const foreign = await keep([
      { kind: "put", of: { cardId: "01a21aea-2720-7169-9627-e4815d97d03e" }, how: "after", strength: 100 },
    ]);
    expect(foreign.status).toBe(409);
    const own = await owner.run<{ searchId: string }>("keep-search", {
      name: "Mine",
      query: "room",
      sort: "name",
    });
    const draws = await keep([{ kind: "draw", searchId: own.body.result.searchId }]);
    expect([draws.status, draws.body.error]).toMatchObject([
      409,
      { code: "search-not-shared", field: "steps" },
    ]);
  });

  it("say what is wrong with their steps, and where", async () => {
    const { status, body } = await keep([{ kind: "strength", strength: 400 }]);
    expect([status, body.error]).toMatchObject([
      400,
      { message: expect.stringContaining("This is a number from 0 to 100. (steps[0].strength)") as string },
    ]);
  });

  it("are recalled by a key and an alias of one's own, changed, removed, and brought back with what recalls them", async () => {
    const routineId = await keptId([{ kind: "strength", strength: 20 }]);
    expect((await viewer.run("bind-key", { key: "9", routineId })).body.change?.summary).toMatch(
      /^the key 9 now runs “Steps \d+”$/,
    );
    expect((await editor.run("set-alias", { text: "st", routineId })).status).toBe(200);
    const [row] = (await editor.rows()).alias;
    expect(row).toMatchObject({ routineId, cardId: null, searchId: null, folderId: null });
    const seen = (await owner.rows()).routine.find(({ id }) => id === routineId)!.version;
    const changed = await editor.run("keep-routine", {
      routineId,
      name: "Quieter",
      steps: [{ kind: "strength", strength: 10 }],
      seen,
    });
    expect(changed.body.change?.summary).toMatch(/^renamed the routine “Steps \d+” to “Quieter”$/);
    const late = await owner.run("keep-routine", {
      routineId,
      name: "Late",
      steps: [{ kind: "strength", strength: 10 }],
      seen,
    });
    expect([late.status, late.body.error]).toMatchObject([409, { code: "stale" }]);
    // Of a new one nothing can have been seen.
    const unnamed = await owner.run("keep-routine", {
      name: "New",
      steps: [{ kind: "strength", strength: 1 }],
      seen,
    });
    expect(unnamed.status).toBe(400);
    const double = await keep([{ kind: "strength", strength: 1 }], "quieter");
    expect([double.status, double.body.error]).toMatchObject([409, { code: "same-name", field: "name" }]);

    await owner.run("remove-routine", { routineId });
    expect((await run(routineId)).status).toBe(404);
    expect((await owner.run("set-alias", { text: "qu", routineId })).status).toBe(404);
    await owner.takeBack("undo");
    expect((await run(routineId)).status).toBe(200);
    expect((await targets()).filter(({ strength }) => strength === 10)).toHaveLength(targetIds.length);
  });

  it("count as a use of their cards by who runs them", async () => {
    const cardId = await keepCard();
    const routineId = await keptId([{ kind: "put", of: { cardId }, how: "after", strength: 100 }]);
    const runs = () =>
      editor.run<{ habits: { cardId: string; kind: string; uses: number }[] }>("run-routine", {
        sessionId,
        targetIds,
        routineId,
      });
    await runs();
    const { body } = await runs();
    expect(body.result.habits).toMatchObject([{ cardId, kind: "clip", uses: 2 }]);
  });

  it("keep what recalls them when their making is taken back, or say why it cannot be", async () => {
    const made = await keep([{ kind: "strength", strength: 77 }]);
    const { routineId } = made.body.result;
    await editor.run("set-alias", { text: "gone", routineId });
    const back = await owner.takeBack("undo");
    // Whichever of the two it is, nothing leads to a routine that is not there.
    const [routines, aliases] = [(await editor.rows()).routine, (await editor.rows()).alias];
    const isThere = routines.some(({ id }) => id === routineId);
    const leads = aliases.some((row) => row.routineId === routineId);
    expect([back.status, isThere || !leads]).toEqual([isThere ? 409 : 200, true]);
  });

  it("are run by those who may work on the bench, and kept by those who may keep", async () => {
    const routineId = await keptId([{ kind: "strength", strength: 60 }]);
    expect((await run(routineId, targetIds, viewer)).status).toBe(403);
    expect(
      (await viewer.run("keep-routine", { name: "No", steps: [{ kind: "strength", strength: 1 }] })).status,
    ).toBe(403);
    const stranger = await join((await newLibrary()).libraryId, "owner");
    expect((await stranger.run("run-routine", { sessionId, targetIds, routineId })).status).toBe(404);
  });
});
