import { beforeAll, describe, expect, it } from "vitest";
import type { Usage } from "@/core/api/operations/usage";
import * as usageRoute from "@/app/api/libraries/[libraryId]/usage/route";
import { noteDay, noteUse } from "@/db/habits";
import { database } from "@/db/connection";
import { fresh } from "./scenarios";
import { highPass, join, newLibrary, request, type Person } from "./world";

let [owner, editor, viewer]: Person[] = [];
let sessionId: string;
let targetIds: string[];

beforeAll(async () => {
  const made = await newLibrary();
  ({ sessionId, targetIds } = made);
  owner = await join(made.libraryId, "owner");
  editor = await join(made.libraryId, "editor");
  viewer = await join(made.libraryId, "viewer");
});

const keep = async (path = "") =>
  (
    await owner.run<{ cardId: string }>("keep-card", {
      name: fresh("Card"),
      path,
      note: "",
      fits: [],
      chain: highPass(),
    })
  ).body.result.cardId;
const folder = async (name = fresh("Folder")) =>
  (await owner.run<{ folderId: string }>("create-folder", { parentId: null, name })).body.result.folderId;

const usageFor = async ({ cookie, libraryId }: Person): Promise<Usage> => {
  const response = await usageRoute.GET(request("/api/test", { cookie }), {
    params: Promise.resolve({ libraryId }),
  });
  expect(response.status).toBe(200);
  return (await response.json()) as Usage;
};

describe("several changes as one", () => {
  it("are one line of the history, which one taking back undoes whole", async () => {
    const [a, b] = [await folder(), await folder()];
    const cards = [await keep(), await keep()];
    const before = await owner.rows();
    const { body } = await owner.run("tidy", {
      steps: [
        { command: "move-cards", input: { cardIds: [cards[0]], folderId: a } },
        { command: "move-cards", input: { cardIds: [cards[1]], folderId: b } },
        // On what the steps before have made.
        { command: "merge-folders", input: { folderId: a, intoId: b } },
      ],
    });
    expect(body.error).toBeUndefined();
    const after = await owner.rows();
    expect(cards.map((id) => after.card.find((card) => card.id === id)!.folderId)).toEqual([b, b]);
    expect(after.folder.some(({ id }) => id === a)).toBe(false);
    expect((await owner.takeBack("undo")).status).toBe(200);
    const names = (rows: typeof before) => [
      rows.folder.map(({ id }) => id),
      rows.card.map((c) => c.folderId),
    ];
    expect(names(await owner.rows())).toEqual(names(before));
  });

  it("are none where one of them is refused, which is told by its number", async () => {
    const a = await folder();
    const card = await keep();
    const before = await owner.rows();
    const { status, body } = await owner.run("tidy", {
      steps: [
        { command: "move-cards", input: { cardIds: [card], folderId: a } },
        { command: "merge-folders", input: { folderId: a, intoId: a } },
      ],
    });
    expect(status).toBe(409);
    expect(body.error!.message).toMatch(/^2 of 2: /);
    // No field of the request is one of a step's.
    expect(body.error!.field).toBeUndefined();
    expect(await owner.rows()).toEqual(before);
    const alone = await owner.run("tidy", {
      steps: [{ command: "merge-folders", input: { folderId: a, intoId: a } }],
    });
    expect([alone.status, alone.body.error!.field]).toEqual([409, "intoId"]);
    expect(`2 of 2: ${alone.body.error!.message as string}`).toBe(body.error!.message);
  });

  it("ask for the right of each, and take only what is named", async () => {
    const card = await keep();
    const steps = [{ command: "move-cards", input: { cardIds: [card], path: "Anywhere" } }];
    expect((await editor.run("tidy", { steps })).status).toBe(403);
    expect((await viewer.run("tidy", { steps })).status).toBe(403);
    const own = [{ command: "hide", input: { cardIds: [card], on: true } }];
    expect((await viewer.run("tidy-own", { steps: own })).status).toBe(200);
    // Neither stream's command is taken for the other's, nor what manages the library.
    for (const [command, other] of [
      ["tidy", own],
      ["tidy-own", steps],
      ["tidy", [{ command: "change-role", input: { memberId: card, role: "owner" } }]],
      ["tidy", [{ command: "tidy", input: { steps } }]],
      ["tidy", [{ command: "move-cards", input: { cardIds: ["x"], path: "" } }]],
      ["tidy", []],
    ] as const)
      expect((await owner.run(command, { steps: other })).status).toBe(400);
    expect((await owner.rows()).hiding).toEqual([]);
  });

  it("are bounded by how many cards they name together", async () => {
    const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, "0")}`;
    const many = (from: number) => ({
      command: "withdraw-cards",
      input: { cardIds: Array.from({ length: 6000 }, (_, i) => id(from + i)), withdrawn: true },
    });
    const { status, body } = await owner.run("tidy", { steps: [many(0), many(6000)] });
    expect([status, body.error!.message]).toEqual([
      400,
      expect.stringContaining("At most 10,000 cards") as unknown,
    ]);
  });
});

describe("how a library is used", () => {
  const today = new Date().toISOString().slice(0, 10);
  const daysAgo = (days: number) => new Date(Date.now() - days * 24 * 3_600_000);

  it("is counted where a card is applied, with the keys that it took where these are told", async () => {
    const cardId = await keep();
    const apply = { sessionId, targetIds, cardId };
    expect((await owner.run("apply-card", { ...apply, keys: 4, browsing: 11 })).status).toBe(200);
    expect((await owner.run("apply-card", apply)).status).toBe(200);
    expect((await editor.run("apply-card", { ...apply, keys: 1, browsing: 9 })).status).toBe(200);
    // One without the other says nothing.
    expect((await owner.run("apply-card", { ...apply, keys: 4 })).status).toBe(400);
    expect((await owner.run("apply-card", { ...apply, keys: 0, browsing: 3 })).status).toBe(400);
    const of = await usageFor(owner);
    expect(of.mine).toEqual([{ day: today, uses: 2, counted: 1, keys: 4, browsing: 11 }]);
    expect(of.all).toEqual([{ day: today, uses: 3, counted: 2, keys: 5, browsing: 20 }]);
    expect(of.lately).toEqual([cardId]);
    expect((await usageFor(viewer)).mine).toEqual([]);
  });

  it("is told of half a year, and of the cards of ninety days, whoever applied them", async () => {
    const { libraryId } = owner;
    const [recent, old] = [await keep(), await keep()];
    const use = (cardId: string, at: Date) =>
      noteUse(database(), { libraryId, memberId: editor.id, cardId, kinds: ["clip", "bus"], at });
    await use(recent, daysAgo(89));
    await use(old, daysAgo(91));
    for (const days of [181, 183])
      await noteDay(
        database(),
        { libraryId, memberId: editor.id, at: daysAgo(days) },
        { uses: 5, counted: 0, keys: 0, browsing: 0 },
      );
    const { all, lately } = await usageFor(viewer);
    expect(all[0]).toEqual({
      day: daysAgo(181).toISOString().slice(0, 10),
      uses: 5,
      counted: 0,
      keys: 0,
      browsing: 0,
    });
    expect(lately).toContain(recent);
    expect(lately).not.toContain(old);
  });

  it("is nobody else's matter", async () => {
    const { cookie } = await join((await newLibrary()).libraryId, "owner");
    const params = Promise.resolve({ libraryId: owner.libraryId });
    expect((await usageRoute.GET(request("/api/test", { cookie }), { params })).status).toBe(404);
  });
});
