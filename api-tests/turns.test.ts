import { sql } from "drizzle-orm";
import { v7 as newId } from "uuid";
import { describe, expect, it } from "vitest";
import { database } from "@/db/connection";
import { noteMedia } from "@/db/media";
import { insertRender, moveRender, nextRenders } from "@/db/renders";
import type { Target } from "@/core/library/entities";
import { mixNodes } from "@/core/library/mixing";
import * as holdingRoute from "@/app/api/libraries/[libraryId]/sessions/holding/route";
import * as historyRoute from "@/app/api/libraries/[libraryId]/history/route";
import { answer, highPass, join, newLibrary, request } from "./world";

describe("whose rendering comes next", () => {
  it("is that of who has none running and was served longest ago, however many somebody else has asked for", async () => {
    const db = database();
    await db.execute(sql`delete from render`);
    const { libraryId } = await newLibrary();
    const [many, few] = [await join(libraryId, "editor"), await join(libraryId, "editor")];
    const asked: string[] = [];
    const add = async (memberId: string, at: number) => {
      const id = newId();
      await insertRender(db, {
        id,
        libraryId,
        memberId,
        name: "x",
        format: "wav",
        items: [],
        askedAt: new Date(Date.now() - 60_000 + at),
      });
      asked.push(id);
      return id;
    };
    for (let i = 0; i < 5; i++) await add(many.id, i);
    const late = await add(few.id, 100);
    expect((await nextRenders(db, 10))[0]).toBe(asked[0]);
    await moveRender(db, asked[0], ["waiting"], { state: "running" });
    expect((await nextRenders(db, 10))[0]).toBe(late);
    await moveRender(db, late, ["waiting"], { state: "done", endedAt: new Date() });
    const later = await add(few.id, 200);
    await moveRender(db, asked[0], ["running"], { state: "done", endedAt: new Date(Date.now() - 5000) });
    // Both were served; the one longer ago comes first, then the other.
    expect((await nextRenders(db, 10)).slice(0, 1)).toEqual([asked[1]]);
    await moveRender(db, asked[1], ["waiting"], { state: "done", endedAt: new Date(Date.now() + 1000) });
    expect((await nextRenders(db, 10))[0]).toBe(later);
  });
});

it("a list of the history shows what was done, not the rows of it", async () => {
  const { libraryId, sessionId, targetIds } = await newLibrary();
  const person = await join(libraryId, "editor");
  await person.run("set-chain", { sessionId, targetId: targetIds[0], chain: highPass() });
  const { body } = await answer<{ changes: Record<string, unknown>[] }>(
    await historyRoute.GET(request("/api/test", { cookie: person.cookie }), {
      params: Promise.resolve({ libraryId }),
    }),
  );
  expect(body.changes[0]).toMatchObject({
    command: "set-chain",
    summary: expect.stringContaining("shaped") as string,
  });
  expect(JSON.stringify(body)).not.toContain("high-pass");
});

describe("a card kept from a target", () => {
  it("is what the target has from then on, where it has its chain, and keeps its strength", async () => {
    const { libraryId, sessionId, targetIds } = await newLibrary();
    const person = await join(libraryId, "editor");
    await person.run("set-chain", { sessionId, targetId: targetIds[0], chain: highPass(), strength: 60 });
    const { cardId } = (
      await person.run<{ cardId: string }>("keep-card", { name: "Wind off", path: "", chain: highPass() })
    ).body.result;
    expect(
      (await person.run("pin-card", { sessionId, targetIds: [targetIds[0]], cardId, contentVersion: 1 }))
        .status,
    ).toBe(200);
    const target = async () => (await person.rows(sessionId)).target.find((t) => t.id === targetIds[0]);
    expect(await target()).toMatchObject({ cardId, cardVersion: 1, strength: 60, chain: highPass() });
    expect(
      await person.run("pin-card", { sessionId, targetIds: [targetIds[1]], cardId, contentVersion: 1 }),
    ).toMatchObject({ status: 409, body: { error: { code: "other-chain" } } });
    // Taking back passes it by: what was done last is the keeping, and before that the shaping.
    await person.takeBack("undo");
    expect((await person.rows()).card).toEqual([]);
    await person.takeBack("undo", sessionId);
    expect(await target()).toMatchObject({ strength: 100, chain: { settings: [] } });
  });
});

it("a session holds sounds, pictures and groups beside each other; a mix is of the sounds alone", async () => {
  const { libraryId, sessionId, targetIds } = await newLibrary();
  const person = await join(libraryId, "editor");
  const mediaId = "b1".repeat(32);
  await noteMedia(database(), {
    libraryId,
    id: mediaId,
    name: "Fog.png",
    bytes: 1,
    facts: {
      kind: "image",
      width: 40,
      height: 30,
      preview: { width: 40, height: 30 },
      mini: { width: 40, height: 30 },
    },
  });
  const added = await person.run<{ targetIds: string[] }>("add-targets", {
    sessionId,
    items: [{ mediaId, name: "Fog" }],
  });
  expect(added.body.change?.summary).toBe("brought in “Fog”");
  await person.run("add-group", { sessionId, kind: "bus", name: "All" });
  const targets = (await person.rows(sessionId)).target;
  expect(targets.map(({ kind, chain }) => `${kind} ${(chain as { medium: string }).medium}`).sort()).toEqual(
    [...targetIds.map(() => "clip audio"), "bus audio", "photo image"].sort(),
  );
  const nodes = mixNodes(targets as unknown as Target[], () => undefined);
  expect(nodes.map(({ id }) => id)).not.toContain(added.body.result.targetIds[0]);
  expect(nodes).toHaveLength(targets.length - 1);
  const answered = await answer<{ holding: Record<string, string[]> }>(
    await holdingRoute.GET(request("/api", { cookie: person.cookie }), {
      params: Promise.resolve({ libraryId }),
    }),
  );
  expect(answered.body.holding[sessionId].sort()).toEqual(["audio", "image"]);
  // A session without material is not named.
  const { sessionId: empty } = (await person.run<{ sessionId: string }>("create-session", { name: "None" }))
    .body.result;
  await person.run("add-group", { sessionId: empty, kind: "bus", name: "All" });
  expect(answered.body.holding).not.toHaveProperty(empty);
});
