import { beforeAll, describe, expect, it } from "vitest";
import * as searchRoute from "@/app/api/libraries/[libraryId]/search/route";
import type { SearchAnswer } from "@/core/search/found";
import { database } from "@/db/connection";
import { aGainChain } from "../testing/library";
import { fillLibrary } from "../testing/large-library";
import { answer, join, newLibrary, request, type Person } from "./world";

let owner: Person;
let editor: Person;

async function search({ libraryId, cookie }: Person, of: Record<string, string>) {
  return answer<SearchAnswer & { error?: { code: string; message: string } }>(
    await searchRoute.GET(
      request(`/api/libraries/${libraryId}/search?${new URLSearchParams(of).toString()}`, { cookie }),
      { params: Promise.resolve({ libraryId }) },
    ),
  );
}
const names = async (who: Person, q: string, more = {}) =>
  (await search(who, { q, ...more })).body.cards.map(({ name }) => name);

beforeAll(async () => {
  const { libraryId } = await newLibrary();
  owner = await join(libraryId, "owner");
  editor = await join(libraryId, "editor");
  const keep = async (name: string, path: string, gains: number[], maker = "") =>
    (
      await owner.run<{ cardId: string }>("keep-card", {
        name,
        path,
        chain: aGainChain(...gains),
        note: "",
        maker,
      })
    ).body.result.cardId;
  await keep("Fog, opened", "Weather / Fog", [1]);
  await keep("Foghorn", "Sea", [2, 3]);
  await keep("Take 10", "", [4], "Fog");
  const nine = await keep("Take 9", "", [4]);
  const gone = await keep("Fog, gone", "", [5]);
  await owner.run("set-alias", { cardId: nine, text: "tn" });
  await owner.mark(nine);
  await owner.run("bind-key", { key: "4", cardId: nine });
  await owner.run("withdraw-cards", { cardIds: [gone], withdrawn: true });
});

describe("searching by a script", () => {
  it("reads a query as a saved search does, names in their order", async () => {
    expect(await names(owner, "fog")).toEqual(["Fog, opened", "Take 10"]);
    expect(await names(owner, "fog*")).toEqual(["Fog, opened", "Foghorn", "Take 10"]);
    expect(await names(owner, "in:weather")).toEqual(["Fog, opened"]);
    expect(await names(owner, "is:unfiled")).toEqual(["Take 9", "Take 10"]);
    expect(await names(owner, "is:double")).toEqual(["Take 9", "Take 10"]);
    expect(await names(owner, "is:withdrawn")).toEqual(["Fog, gone"]);
    expect(await names(owner, "by:owner length:2")).toEqual(["Foghorn"]);
    expect(await names(owner, "added:today changed:<1h", { sort: "length" })).toHaveLength(4);
  });
  it("knows what belongs to who asks, and of nobody else", async () => {
    for (const q of ["alias:tn", "is:favourite", "key:4"]) {
      expect([q, await names(owner, q)]).toEqual([q, ["Take 9"]]);
      expect([q, await names(editor, q)]).toEqual([q, []]);
    }
  });
  it("counts all and gives what was asked for, with why and with what is wrong", async () => {
    const { body } = await search(owner, { q: "fog* colour:x OR fog*", limit: "1", explain: "true" });
    expect(body.total).toBe(3);
    expect(body.cards).toMatchObject([
      {
        name: "Fog, opened",
        folder: ["Weather", "Fog"],
        medium: "audio",
        why: { name: [{ start: 0, end: 3 }] },
      },
    ]);
    expect(body.problems).toMatchObject([{ code: "unknown-field", start: 5, end: 12 }]);
  });
  it("refuses what it cannot be asked, and who may not ask", async () => {
    expect((await search(owner, {})).body.error!.message).toContain("Say what to search for, as q");
    for (const more of <Record<string, string>[]>[
      { limit: "0" },
      { limit: "1001" },
      { sort: "colour" },
      { q: "x".repeat(2001) },
    ])
      expect((await search(owner, { q: "x", ...more })).status).toBe(400);
    const stranger = await join((await newLibrary()).libraryId, "owner");
    expect((await search({ ...stranger, libraryId: owner.libraryId }, { q: "fog" })).status).toBe(404);
    expect((await search({ ...owner, cookie: "" }, { q: "fog" })).status).toBe(401);
  });
  it("reads all of a library of some thousand cards, several at a time", async () => {
    await fillLibrary(database(), owner.libraryId, 5000);
    const asked = await Promise.all(
      ["length:>=0", "tern", "tern -plate"].map((q) => search(owner, { q, limit: "1000" })),
    );
    const [all, terns, others] = asked.map(({ body }) => body);
    expect([all.total, all.cards.length]).toEqual([5004, 1000]);
    expect(terns.total).toBeGreaterThan(others.total);
    expect(others.total).toBeGreaterThan(0);
  });
});
