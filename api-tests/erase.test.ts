import { existsSync, mkdirSync, readdirSync, utimesSync, writeFileSync } from "node:fs";
import { dirname, join as joinPath } from "node:path";
import { eq, sql } from "drizzle-orm";
import { beforeAll, describe, expect, it } from "vitest";
import type { Chain } from "@/core/chain/model";
import { writeWav } from "@/core/formats/wav/write";
import { database } from "@/db/connection";
import { card, cardVersion, change, media } from "@/db/schema";
import { sweepMaterial } from "@/server/jobs/sweep";
import { mediaRoot, originalPath } from "@/server/media-store";
import * as changesRoute from "@/app/api/libraries/[libraryId]/changes/route";
import * as historyRoute from "@/app/api/libraries/[libraryId]/history/route";
import * as materialRoute from "@/app/api/libraries/[libraryId]/material/route";
import * as factsRoute from "@/app/api/libraries/[libraryId]/media/[mediaId]/route";
import * as missingRoute from "@/app/api/libraries/[libraryId]/missing-files/route";
import { answer, highPass, join, newLibrary, origin, request, type Person } from "./world";

let owner: Person;
let editor: Person;
let curator: Person;
let sessionId: string;
let targetIds: readonly string[];
beforeAll(async () => {
  const made = await newLibrary();
  ({ sessionId, targetIds } = made);
  owner = await join(made.libraryId, "owner");
  editor = await join(made.libraryId, "editor");
  curator = await join(made.libraryId, "curator");
});

const tone = (seed: number) =>
  writeWav(
    { planes: [Float32Array.from({ length: 4800 }, (_, i) => Math.sin(i * seed) / 2)], sampleRate: 48_000 },
    "f32",
  );
async function bring(name: string, bytes: Uint8Array): Promise<string> {
  const sent = new Request(`${origin}/api?name=${encodeURIComponent(name)}`, {
    method: "POST",
    headers: { host: "fichier.test", origin, cookie: owner.cookie },
    body: new Uint8Array(bytes),
  });
  const { status, body } = await answer<{ media: { id: string } }>(
    await materialRoute.POST(sent, { params: Promise.resolve({ libraryId: owner.libraryId }) }),
  );
  expect(status).toBe(200);
  return body.media.id;
}
/** Brought in long enough ago that it counts as unused where nothing uses it. */
const long = (mediaId: string) =>
  database()
    .update(media)
    .set({ addedAt: new Date(Date.now() - 2 * 3_600_000) })
    .where(eq(media.id, mediaId));
const room = (response: string): Chain => ({
  medium: "audio",
  settings: [{ effect: "audio.convolution", values: { response }, on: true, mix: 40 }],
});
const keep = async (name: string, chain = highPass(), more = {}, who = editor) => {
  const { status, body } = await who.run<{ cardId: string }>("keep-card", { name, path: "", chain, ...more });
  expect([name, status, body.error]).toEqual([name, 200, undefined]);
  return body.result.cardId;
};
const textOf = async (
  route: { GET: (asked: Request, context: never) => Promise<Response> },
  who: Person,
  query = "",
  more = {},
) => {
  const response = await route.GET(request(`/api${query}`, { cookie: who.cookie }), {
    params: Promise.resolve({ libraryId: who.libraryId, ...more }),
  } as never);
  return { status: response.status, text: await response.text() };
};
const withdraw = (cardIds: string[]) => editor.run("withdraw-cards", { cardIds, withdrawn: true });

describe("erasing cards", () => {
  it("takes all there is of them, and of nothing else", async () => {
    const [mine, shared] = [await bring("tower.wav", tone(0.013)), await bring("hall.wav", tone(0.017))];
    for (const id of [mine, shared]) await long(id);
    const cardId = await keep("Unspeakable room", room(mine), { note: "a secret place" });
    const other = await keep("Hall", room(shared));
    await editor.run("revise-card", { cardId, chain: room(shared) });
    await editor.run("edit-card", { cardId, name: "Unsayable room" });
    // What members gave it, and others have done to it together with the other one.
    await editor.run("set-alias", { cardId, text: "unsay" });
    await editor.mark(cardId);
    await owner.mark(cardId);
    await owner.run("rate-cards", { cardIds: [cardId, other], stars: 2 });
    await owner.run("hide", { cardIds: [cardId], on: true });
    await curator.run("tag-cards", { cardIds: [cardId, other], path: "stone", on: true });
    await editor.run("apply-card", { sessionId, targetIds, cardId });
    const session = (await editor.rows(sessionId)).target;
    await withdraw([cardId]);
    const before = await owner.rows();

    const { status, body } = await owner.run<{ files: number }>("erase-cards", { cardIds: [cardId] });
    expect([status, body.error, body.change?.summary]).toEqual([200, undefined, "erased 1 card for good"]);
    expect(body.result.files).toBe(1);

    // Its rows, and what each member gave it, are gone; the other card has kept what it had.
    for (const who of [owner, editor]) {
      const rows = await who.rows();
      expect(JSON.stringify(rows)).not.toContain(cardId);
      expect(rows.card.find(({ id }) => id === other)).toEqual(before.card.find(({ id }) => id === other));
    }
    expect((await owner.rows()).rating).toEqual([expect.objectContaining({ cardId: other, stars: 2 })]);
    expect(await database().select().from(cardVersion).where(eq(cardVersion.cardId, cardId))).toEqual([]);
    expect(await database().select().from(media).where(eq(media.id, mine))).toEqual([]);
    expect(await database().select().from(media).where(eq(media.id, shared))).toHaveLength(1);
    // What it was put on keeps its settings.
    expect((await editor.rows(sessionId)).target.map(({ chain }) => chain)).toEqual(
      session.map(({ chain }) => chain),
    );

    // Neither the history nor what clients catch up with says anything of it; what was done to the other is there.
    const written = await database()
      .select({ text: sql<string>`forward::text || backward::text || summary || result::text` })
      .from(change)
      .where(sql`${change.touches} && ${sql.param([cardId, other])}::uuid[]`);
    const told = [
      (await textOf(historyRoute, editor)).text,
      (await textOf(historyRoute, owner)).text,
      (await textOf(changesRoute, editor, "?stream=library&since=0")).text,
      ...written.map(({ text }) => text),
    ].join("\n");
    for (const secret of ["Unspeakable", "Unsayable", "a secret place", mine])
      expect([secret, told.includes(secret)]).toEqual([secret, false]);
    expect(told).toContain("kept preset “Hall”");
    expect(told).toContain("erased 1 card for good");
  });

  it("tells those who look on, each what was theirs", async () => {
    const cardId = await keep("Brief");
    await owner.run("set-alias", { cardId, text: "brf" });
    await withdraw([cardId]);
    const { body } = await owner.run("erase-cards", { cardIds: [cardId] });
    expect(body.change!.forward).toEqual([{ kind: "delete", entity: "card", id: cardId }]);
    const mine = JSON.parse((await textOf(changesRoute, owner, "?stream=member&since=0")).text) as {
      changes: { command: string; forward: { kind: string; entity: string }[] }[];
    };
    expect(mine.changes.at(-1)).toMatchObject({
      command: "erase-cards",
      forward: [{ kind: "delete", entity: "alias" }],
    });
  });

  it("is not taken back, nor is what it emptied, nor passed over by mistake", async () => {
    const cardId = await keep("Passing");
    const { body: renamed } = await owner.run("edit-card", { cardId, name: "Past" });
    const folder = await owner.run("create-folder", { parentId: null, name: "Before it" });
    await withdraw([cardId]);
    const { body } = await owner.run("erase-cards", { cardIds: [cardId] });
    const { answered } = await takeBack(body.change!);
    expect(answered).toMatchObject([409, { code: "erased", message: /erased for good/ }]);
    expect((await takeBack(renamed.change!)).answered).toMatchObject([409, { code: "erased" }]);
    // The latest that can be taken back is the folder.
    await owner.takeBack("undo");
    expect((await owner.rows()).folder.some(({ id }) => id === folder.body.result.folderId)).toBe(false);
  });

  it("is for owners, of the team's cards, and only of those withdrawn", async () => {
    const [cardId, used] = [await keep("Going"), await keep("Staying")];
    await withdraw([cardId]);
    for (const who of [editor, curator])
      expect((await who.run("erase-cards", { cardIds: [cardId] })).status).toBe(403);
    const { status, body } = await owner.run("erase-cards", { cardIds: [cardId, used] });
    expect([status, body.error]).toMatchObject([409, { code: "in-use", hint: /Withdraw it first/ }]);
    expect((await owner.rows()).card.some(({ id }) => id === cardId)).toBe(true);
    const own = await keep("Own", highPass(), { layer: "private" }, owner);
    await owner.run("withdraw-cards", { cardIds: [own], withdrawn: true });
    expect((await owner.run("erase-cards", { cardIds: [own] })).status).toBe(409);
    // Of others' private cards not even an owner knows.
    const others = await keep("Theirs", highPass(), { layer: "private" });
    expect((await owner.run("erase-cards", { cardIds: [others] })).status).toBe(404);
    const supplied = await keep("Supplied");
    await database().update(card).set({ layer: "supplied", withdrawn: true }).where(eq(card.id, supplied));
    expect((await owner.run("erase-cards", { cardIds: [supplied] })).status).toBe(403);
  });

  const takeBack = async ({ streamId, revision }: { streamId: string; revision: number }) => {
    const route = await import("@/app/api/libraries/[libraryId]/take-back/route");
    const response = await route.POST(
      request("/api", { method: "POST", cookie: owner.cookie, body: { change: { streamId, revision } } }),
      { params: Promise.resolve({ libraryId: owner.libraryId }) },
    );
    const { error } = (await response.json()) as { error: { message: string } };
    return { answered: [response.status, error] };
  };
});

it("material of no library is swept away once it is old, and what a library has is not", async () => {
  const kept = await bring("kept.wav", tone(0.019));
  const make = (id: string, hoursAgo: number) => {
    const folder = dirname(originalPath(id));
    mkdirSync(folder, { recursive: true });
    writeFileSync(joinPath(folder, "original"), "x");
    const at = new Date(Date.now() - hoursAgo * 3_600_000);
    utimesSync(folder, at, at);
    return folder;
  };
  const [old, young] = [make("ef".repeat(32), 2), make(`ef${"cd".repeat(31)}`, 0)];
  const at = new Date(Date.now() - 2 * 3_600_000);
  utimesSync(dirname(originalPath(kept)), at, at);
  await sweepMaterial();
  expect([existsSync(old), existsSync(young), existsSync(originalPath(kept))]).toEqual([false, true, true]);
  expect(readdirSync(mediaRoot())).toContain("ef");
});

describe("the picture of a card", () => {
  it("is made of the material that its content was kept on, which the library must have", async () => {
    const on = await bring("voice.wav", tone(0.023));
    const cardId = await keep("Pictured", highPass(), { keptOn: on });
    const rowOf = async () => (await owner.rows()).card.find(({ id }) => id === cardId)!;
    expect((await rowOf()).keptOn).toBe(on);
    const facts = await textOf(factsRoute, owner, "", { mediaId: on });
    expect(JSON.parse(facts.text)).toMatchObject({ id: on, name: "voice.wav", facts: { channels: 1 } });
    expect((await textOf(factsRoute, owner, "", { mediaId: "0".repeat(64) })).status).toBe(404);
    // Another content is of other material, or of none that is known.
    await editor.run("revise-card", { cardId, chain: highPass(200) });
    expect((await rowOf()).keptOn).toBeNull();
    const gone = await editor.run("keep-card", {
      name: "Nowhere",
      path: "",
      chain: highPass(),
      keptOn: "0".repeat(64),
    });
    expect([gone.status, gone.body.error]).toMatchObject([404, { code: "no-material", field: "keptOn" }]);
    // Of a table of colours, or of another medium, no picture is made.
    const still = await keep(
      "Still",
      { medium: "image", settings: [{ effect: "image.exposure", values: {}, on: true, mix: 100 }] },
      { keptOn: on },
    );
    expect((await owner.rows()).card.find(({ id }) => id === still)!.keptOn).toBeNull();
  });

  it("stays with what a member offers, and becomes a folder's", async () => {
    const on = await bring("bell.wav", tone(0.029));
    const own = await keep("Own bell", highPass(), { layer: "private", keptOn: on });
    const { body } = await editor.run<{ proposalId: string }>("offer-card", { ownCardId: own });
    const { proposalId } = body.result;
    const taken = await curator.run<{ cardId: string }>("answer-proposal", {
      proposalId,
      accept: true,
      path: "Bells",
    });
    const { cardId } = taken.body.result;
    const rows = await curator.rows();
    const found = rows.card.find(({ id }) => id === cardId)!;
    expect(found.keptOn).toBe(on);
    const folderOf = async () => (await curator.rows()).folder.find(({ id }) => id === found.folderId)!;
    await curator.run("edit-folder", { folderId: found.folderId, pictureOf: cardId });
    expect((await folderOf()).pictureOf).toBe(cardId);
    await curator.takeBack("undo");
    expect((await folderOf()).pictureOf).toBeNull();
    // A private card is nobody else's business.
    expect((await curator.run("edit-folder", { folderId: found.folderId, pictureOf: own })).status).toBe(404);
  });
});

it("cards in use whose files are not there are told to those who may know of them", async () => {
  const here = await bring("there.wav", tone(0.031));
  const [one, two] = ["1".repeat(64), "2".repeat(64)];
  const lacking = await keep("Lacking", {
    medium: "audio",
    settings: [...room(one).settings, ...room(here).settings, ...room(two).settings, ...room(one).settings],
  });
  await keep("Complete", room(here));
  const own = await keep("Own lack", room(two), { layer: "private" });
  const withdrawn = await keep("Old lack", room(two));
  await withdraw([withdrawn]);
  const of = async (who: Person) =>
    (JSON.parse((await textOf(missingRoute, who)).text) as { cards: [string, number][] }).cards;
  expect(await of(owner)).toEqual([[lacking, 2]]);
  expect(new Map(await of(editor))).toEqual(
    new Map([
      [lacking, 2],
      [own, 1],
    ]),
  );
});
