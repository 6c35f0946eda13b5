import { readdirSync, readFileSync } from "node:fs";
import { join as joinPath } from "node:path";
import sharp from "sharp";
import { beforeAll, describe, expect, it } from "vitest";
import { writeWav } from "@/core/formats/wav/write";
import { database } from "@/db/connection";
import { readTargets } from "@/db/replica";
import { moveRender, readRender } from "@/db/renders";
import { byPosition } from "@/core/library/order";
import { decodeAudio } from "@/media/decode-audio";
import { renderFile } from "@/media/render-file";
import { carryOutRender } from "@/server/jobs/carry-out-render";
import { sweepRenders } from "@/server/jobs/sweep";
import { mediaRoot, originalPath } from "@/server/media-store";
import type { Rendering } from "@/core/api/operations/one-render";
import type { Chain } from "@/core/chain/model";
import * as settingsRoute from "@/app/api/libraries/[libraryId]/settings/route";
import * as filesRoute from "@/app/api/libraries/[libraryId]/files/route";
import * as copyRoute from "@/app/api/libraries/[libraryId]/media/[mediaId]/[copy]/route";
import * as windowRoute from "@/app/api/libraries/[libraryId]/media/[mediaId]/window/route";
import * as materialRoute from "@/app/api/libraries/[libraryId]/material/route";
import * as rendersRoute from "@/app/api/libraries/[libraryId]/renders/route";
import * as renderRoute from "@/app/api/libraries/[libraryId]/renders/[renderId]/route";
import * as cancelRoute from "@/app/api/libraries/[libraryId]/renders/[renderId]/cancel/route";
import * as fileRoute from "@/app/api/libraries/[libraryId]/renders/[renderId]/file/route";
import * as cardFileRoute from "@/app/api/libraries/[libraryId]/cards/[cardId]/file/route";
import * as versionsRoute from "@/app/api/libraries/[libraryId]/cards/[cardId]/versions/route";
import { readColourDecisions } from "@/core/formats/cdl/read";
import { readCube } from "@/core/formats/cube/read";
import { unzip } from "../testing/unzip";
import { answer, highPass, join, newLibrary, origin, request, type Person } from "./world";

let owner: Person;
let viewer: Person;
let sessionId: string;

beforeAll(async () => {
  const made = await newLibrary();
  sessionId = made.sessionId;
  owner = await join(made.libraryId, "owner");
  viewer = await join(made.libraryId, "viewer");
});

const params = <P extends object>(p: P) => ({
  params: Promise.resolve({ libraryId: owner.libraryId, ...p }),
});
const planes = [0, 1].map((c) =>
  Float32Array.from({ length: 30_000 }, (_, i) => 0.5 * Math.sin(i * 0.01 * (c + 1))),
);
const wav = writeWav({ planes, sampleRate: 32_000 }, "f32");

interface TakenIn {
  media: {
    id: string;
    name: string;
    facts: { kind: string; frames: number; sampleRate: number; channels: number };
  };
  error?: { code: string; message: string };
}
async function bring(name: string, bytes: Uint8Array, who = owner) {
  const sent = new Request(`${origin}/api?name=${encodeURIComponent(name)}`, {
    method: "POST",
    headers: { host: "fichier.test", origin, cookie: who.cookie },
    body: new Uint8Array(bytes),
  });
  return answer<TakenIn>(await materialRoute.POST(sent, params({})));
}
const copy = (mediaId: string, name: string, headers: Record<string, string> = {}) =>
  copyRoute.GET(request("/api", { cookie: owner.cookie, headers }), params({ mediaId, copy: name }));

describe("bringing material in", () => {
  it("keeps sample rate, channels and every sample, and offers any stretch of them", async () => {
    const { status, body } = await bring("tone.wav", wav);
    expect([status, body.media.facts]).toMatchObject([
      200,
      { kind: "audio", sampleRate: 32_000, channels: 2, frames: 30_000 },
    ]);
    const whole = new Float32Array(await (await copy(body.media.id, "planes")).arrayBuffer());
    expect([...whole.subarray(30_000)]).toEqual([...planes[1]]);
    const part = await copy(body.media.id, "planes", { range: "bytes=400-799" });
    expect([part.status, part.headers.get("content-range")]).toEqual([206, "bytes 400-799/240000"]);
    expect([...new Float32Array(await part.arrayBuffer())]).toEqual([...planes[0].subarray(100, 200)]);
    expect((await copy(body.media.id, "planes", { range: "bytes=999999-" })).status).toBe(416);
    const overview = new Int16Array(await (await copy(body.media.id, "overview")).arrayBuffer());
    expect(overview.length).toBe(2 * Math.ceil(30_000 / 64));
    expect(Math.max(...overview) / 32767).toBeCloseTo(0.5, 3);
  });

  it("knows a picture whatever its name says, and the same file again", async () => {
    const file = await sharp({ create: { width: 40, height: 30, channels: 3, background: "teal" } })
      .jpeg()
      .toBuffer();
    const first = await bring("looks like sound.wav", file);
    expect(first.body.media.facts).toMatchObject({ kind: "image", width: 40, height: 30 });
    expect((await bring("again.jpg", file)).body.media.id).toBe(first.body.media.id);
  });

  it("gives windows of a picture at full size, and no more than there is", async () => {
    const codes = Uint16Array.from({ length: 90 * 70 * 3 }, (_, i) => (i * 7919) % 65536);
    const file = await sharp(codes, { raw: { width: 90, height: 70, channels: 3 } })
      .toColourspace("rgb16")
      .png()
      .toBuffer();
    const { id } = (await bring("fine.png", file)).body.media;
    const ask = (query: string, mediaId: string = id) =>
      windowRoute.GET(request(`/api?${query}`, { cookie: owner.cookie }), params({ mediaId }));
    const window = await ask("left=11&top=60&width=20&height=10");
    expect([window.status, window.headers.get("cache-control")]).toEqual([200, "private, no-cache"]);
    const got = new Uint16Array(await window.arrayBuffer());
    for (let y = 0; y < 10; y++)
      expect(got.subarray(y * 60, (y + 1) * 60)).toEqual(
        codes.subarray(((60 + y) * 90 + 11) * 3, ((60 + y) * 90 + 31) * 3),
      );
    for (const [query, status] of [
      ["left=80&top=0&width=11&height=1", 416],
      ["left=0&top=70&width=1&height=1", 416],
      ["left=-1&top=0&width=1&height=1", 400],
      ["left=0&top=0&width=1", 400],
    ] as const)
      expect([query, (await ask(query)).status]).toEqual([query, status]);
    const sound = await bring("tone.wav", wav);
    expect((await ask("left=0&top=0&width=1&height=1", sound.body.media.id)).status).toBe(404);
  });

  it("refuses what cannot be used, says why, and leaves nothing behind", async () => {
    const flac = joinPath(mediaRoot(), "damaged.flac");
    await bring("tone.wav", wav).then(({ body }) =>
      renderFile(originalPath(body.media.id), flac, {
        chain: { medium: "audio", settings: [] },
        strength: 100,
        format: "flac",
      }),
    );
    const damaged = readFileSync(flac);
    damaged.fill(0x33, damaged.length >> 1, (damaged.length >> 1) + 2000);
    const picture = await sharp({
      create: {
        width: 300,
        height: 300,
        channels: 3,
        background: "black",
        noise: { type: "gaussian", mean: 99, sigma: 60 },
      },
    })
      .png()
      .toBuffer();
    const playlist = `#EXTM3U\n#EXT-X-TARGETDURATION:5\n#EXTINF:5,\n/etc/passwd\n#EXT-X-ENDLIST\n`;
    const nine = writeWav({ planes: Array.from({ length: 9 }, () => planes[0]), sampleRate: 8000 });
    for (const [name, bytes, why] of [
      ["text.wav", Buffer.from("not sound at all"), /no sound, picture, video or table/],
      ["playlist.m3u8", Buffer.from(playlist), /files of the kind HLS are not taken in/],
      ["drawing.svg", Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>`), /svg/],
      ["truncated.png", picture.subarray(0, picture.length >> 1), /./],
      ["damaged.flac", damaged, /./],
      ["nine.wav", nine, /9 channels/],
    ] as const) {
      const { status, body } = await bring(name, bytes);
      expect([name, status, body.error?.code]).toEqual([name, 415, "unreadable"]);
      expect(body.error?.message).toMatch(why);
    }
    expect((await bring("empty.wav", new Uint8Array(0))).body.error?.code).toMatch(/empty-file|no-file/);
    expect((await bring("", wav)).body.error?.code).toBe("no-name");
    expect((await bring("mine.wav", wav, viewer)).status).toBe(403);
    expect(readdirSync(joinPath(mediaRoot(), "uploads"))).toEqual([]);
    expect(readdirSync(mediaRoot(), { recursive: true }).filter((f) => String(f).includes(".part"))).toEqual(
      [],
    );
  });

  it("puts into a session only what the library has", async () => {
    expect(
      (await owner.run("add-targets", { sessionId, items: [{ mediaId: "f".repeat(64), name: "Nothing" }] }))
        .status,
    ).toBe(404);
  });
});

describe("what new material begins with", () => {
  const beginWith = async (clip: string | null, who = owner) =>
    (
      await settingsRoute.PATCH(
        request(`/api/libraries/${who.libraryId}/settings`, {
          method: "PATCH",
          cookie: who.cookie,
          body: { begins: { clip } },
        }),
        { params: Promise.resolve({ libraryId: who.libraryId }) },
      )
    ).status;
  it("is the card that its member chose, at its present content, and nothing where that is out of use", async () => {
    const kept = await owner.run<{ cardId: string }>("keep-card", {
      name: "Begin here",
      path: "",
      chain: highPass(70),
    });
    const { cardId } = kept.body.result;
    expect(await beginWith(cardId)).toBe(200);
    const { body } = await bring("tone.wav", wav);
    const add = async (who: Person) => {
      const made = await who.run<{ targetIds: string[] }>("add-targets", {
        sessionId,
        items: [{ mediaId: body.media.id, name: "New take" }],
      });
      const [id] = made.body.result.targetIds;
      const row = (await owner.rows(sessionId)).target.find((one) => one.id === id)!;
      return { summary: made.body.change!.summary, row };
    };
    const first = await add(owner);
    expect(first.summary).toBe("brought in “New take”, with “Begin here”");
    expect(first.row).toMatchObject({ cardId, cardVersion: 1, strength: 100 });
    expect((first.row.chain as Chain).settings).toMatchObject([{ effect: "audio.high-pass" }]);
    // Another member's material begins as they want it.
    const colleague = await join(owner.libraryId, "editor");
    expect((await add(colleague)).row).toMatchObject({ cardId: null });
    await owner.run("withdraw-cards", { cardIds: [cardId], withdrawn: true });
    expect(await add(owner)).toMatchObject({ summary: "brought in “New take”", row: { cardId: null } });
    expect(await beginWith("no id")).toBe(400);
    expect(await beginWith(null)).toBe(200);
  });
});

describe("routing", () => {
  it("refuses circles, and what cannot be fed", async () => {
    const group = async (kind: string) =>
      (await owner.run<{ targetId: string }>("add-group", { sessionId, kind, name: kind })).body.result
        .targetId;
    const [one, two, output] = [await group("bus"), await group("bus"), await group("output")];
    expect((await owner.run("edit-target", { sessionId, targetIds: [one], feedsId: two })).status).toBe(200);
    expect(
      (await owner.run("edit-target", { sessionId, targetIds: [two], feedsId: one })).body.error,
    ).toMatchObject({ code: "goes-in-circles" });
    expect(
      (await owner.run("edit-target", { sessionId, targetIds: [output], feedsId: one })).body.error,
    ).toMatchObject({ code: "feeds-nothing" });
    expect(
      (await owner.run("edit-target", { sessionId, targetIds: [one], sends: [{ to: two, level: 0 }] })).body
        .error,
    ).toMatchObject({ code: "sends-elsewhere" });
    expect(
      (await owner.run("add-group", { sessionId, kind: "output", name: "Second" })).body.error,
    ).toMatchObject({ code: "one-output" });
  });

  it("adds several groups at once, fed by targets that keep their other sends, as one change", async () => {
    const place = await owner.run<{ sessionId: string }>("create-session", { name: "Returns" });
    const { sessionId: id } = place.body.result;
    const add = (input: object) =>
      owner.run<{ targetIds: string[] }>("add-group", { sessionId: id, ...input });
    const added = async (input: object) => (await add(input)).body.result.targetIds;
    const fedBy = [
      ...(await added({ kind: "track", names: ["Oars", "Hull"] })),
      ...(await added({ kind: "bus", name: "Boats" })),
    ];
    const targets = () => readTargets(database(), owner.libraryId, id);
    const one = await added({ kind: "return", name: "Slip", fedBy: fedBy.slice(0, 1) });
    const several = await add({ kind: "return", names: ["Room", "Plate", "Spring"], fedBy });
    expect(several.body.change?.summary).toBe(
      "added the returns “Room”, “Plate”, “Spring”, fed by 3 targets",
    );
    const made = several.body.result.targetIds;
    const sends = (all: Awaited<ReturnType<typeof targets>>) =>
      fedBy.map((of) => all.find((t) => t.id === of)!.sends);
    const all = (ids: string[]) => ids.map((to) => ({ to, level: 0 }));
    const after = await targets();
    expect(sends(after)).toEqual([all([...one, ...made]), all(made), all(made)]);
    expect(after.sort(byPosition).map((t) => t.name)).toEqual([
      "Oars",
      "Hull",
      "Boats",
      "Slip",
      "Room",
      "Plate",
      "Spring",
    ]);
    await owner.takeBack("undo", id);
    expect(sends(await targets())).toEqual([all(one), [], []]);
    expect(await targets()).toHaveLength(4);

    const [bus] = await added({ kind: "bus", name: "All of it", fedBy });
    expect(
      (await targets())
        .filter((t) => t.feedsId === bus)
        .map((t) => t.id)
        .sort(),
    ).toEqual([...fedBy].sort());
    const refused = async (input: object) => (await add(input)).body.error?.code;
    expect(await refused({ kind: "bus", names: ["A", "B"], fedBy })).toBe("feeds-nothing");
    expect(await refused({ kind: "track", name: "A", fedBy })).toBe("feeds-nothing");
    expect(await refused({ kind: "return", name: "A", fedBy: made })).toBe("not-found");
    expect(await refused({ kind: "return", name: "A", fedBy: one })).toBe("sends-elsewhere");
    expect(await refused({ kind: "output", names: ["A", "B"] })).toBe("one-output");
    const names = Array.from({ length: 17 }, (_, i) => `Return ${i}`);
    expect(await refused({ kind: "return", names, fedBy })).toBe("many-sends");
    expect(await targets()).toHaveLength(5);
  });
});

const ask = async (targetIds: string[], format = "wav", who = owner) =>
  answer<{ render: Rendering; error?: { code: string } }>(
    await rendersRoute.POST(
      request("/api", { method: "POST", cookie: who.cookie, body: { sessionId, targetIds, format } }),
      params({}),
    ),
  );
const look = async (renderId: string, who = owner) =>
  answer<{ render: Rendering }>(
    await renderRoute.GET(request("/api", { cookie: who.cookie }), params({ renderId })),
  );
const file = (renderId: string) =>
  fileRoute.GET(request("/api", { cookie: owner.cookie }), params({ renderId }));

async function clips(count: number): Promise<string[]> {
  const { body } = await bring("tone.wav", wav);
  const added = await owner.run<{ targetIds: string[] }>("add-targets", {
    sessionId,
    items: Array.from({ length: count }, () => ({ mediaId: body.media.id, name: "Take/1" })),
  });
  for (const targetId of added.body.result.targetIds)
    await owner.run("set-chain", { sessionId, targetId, chain: highPass(300), strength: 70 });
  return added.body.result.targetIds;
}

describe("rendering", () => {
  it("gives the bytes that the same chain gives elsewhere, under a name fit for a file", async () => {
    const [targetId] = await clips(1);
    const { body } = await ask([targetId]);
    expect(body.render.state).toBe("waiting");
    await carryOutRender(body.render.id);
    expect((await look(body.render.id)).body.render).toMatchObject({
      state: "done",
      progress: 1,
      fileName: "Take-1.wav",
      endedAt: expect.stringMatching(/^\d{4}-\d\d-\d\dT/) as string,
    });
    const response = await file(body.render.id);
    expect(response.headers.get("content-disposition")).toContain(`filename="Take-1.wav"`);
    const target = (await owner.rows(sessionId)).target.find((t) => t.id === targetId)!;
    const elsewhere = joinPath(mediaRoot(), "elsewhere.wav");
    await renderFile(originalPath(String(target.mediaId)), elsewhere, {
      chain: highPass(300),
      strength: 70,
      format: "wav",
    });
    expect(Buffer.from(await response.arrayBuffer()).equals(readFileSync(elsewhere))).toBe(true);
  });

  it("packs several into an archive, doubles numbered", async () => {
    const { body } = await ask(await clips(3), "flac");
    await carryOutRender(body.render.id);
    const found = await unzip(Buffer.from(await (await file(body.render.id)).arrayBuffer()));
    expect([...found.keys()]).toEqual(["Take-1.flac", "Take-1 2.flac", "Take-1 3.flac"]);
    expect(
      [...found.values()].every(
        (bytes) => bytes.toString("latin1", 0, 4) === "fLaC" && bytes.equals([...found.values()][0]),
      ),
    ).toBe(true);
  });

  it("gives a track with all that feeds it, as the sum of its clips", async () => {
    const fresh = await newLibrary();
    const person = await join(fresh.libraryId, "editor");
    const at = { params: Promise.resolve({ libraryId: fresh.libraryId }) };
    const sent = new Request(`${origin}/api?name=tone.wav`, {
      method: "POST",
      headers: { host: "fichier.test", origin, cookie: person.cookie },
      body: new Uint8Array(wav),
    });
    const { media } = (await answer<TakenIn>(await materialRoute.POST(sent, at))).body;
    const { sessionId } = (await person.run<{ sessionId: string }>("create-session", { name: "Laid out" }))
      .body.result;
    const targetIds = (
      await person.run<{ targetIds: string[] }>("add-targets", {
        sessionId,
        items: [
          { mediaId: media.id, name: "One" },
          { mediaId: media.id, name: "Two" },
        ],
      })
    ).body.result.targetIds;
    const { targetId: trackId } = (
      await person.run<{ targetId: string }>("add-group", { sessionId, kind: "track", name: "Both" })
    ).body.result;
    const askFor = async (ids: string[]) =>
      answer<{ render: Rendering; error?: { code: string } }>(
        await rendersRoute.POST(
          request("/api", {
            method: "POST",
            cookie: person.cookie,
            body: { sessionId, targetIds: ids, format: "wav-float" },
          }),
          at,
        ),
      );
    expect((await askFor([trackId])).body.error).toMatchObject({ code: "no-material" });
    for (const targetId of targetIds)
      await person.run("edit-target", { sessionId, targetIds: [targetId], feedsId: trackId });
    const { id } = (await askFor([trackId])).body.render;
    await carryOutRender(id);
    const response = await fileRoute.GET(request("/api", { cookie: person.cookie }), {
      params: Promise.resolve({ libraryId: fresh.libraryId, renderId: id }),
    });
    expect(response.headers.get("content-disposition")).toContain("Both.wav");
    const made = await decodeAudio(new Uint8Array(await response.arrayBuffer()));
    expect(made.sampleRate).toBe(32_000);
    made.planes.forEach((plane, c) => expect(plane).toEqual(planes[c].map((v) => 2 * v)));
  });

  it("is one's own: others neither see nor fetch nor stop it, and viewers cannot ask", async () => {
    const targetIds = await clips(1);
    expect((await ask(targetIds, "wav", viewer)).status).toBe(403);
    const { body } = await ask(targetIds);
    expect((await look(body.render.id, viewer)).status).toBe(404);
    expect(
      (
        await cancelRoute.POST(
          request("/api", { method: "POST", cookie: viewer.cookie, body: {} }),
          params({ renderId: body.render.id }),
        )
      ).status,
    ).toBe(403);
  });

  it("stops when asked to, offers nothing then, and says what cannot be rendered", async () => {
    const targetIds = await clips(1);
    const { body } = await ask(targetIds);
    await cancelRoute.POST(
      request("/api", { method: "POST", cookie: owner.cookie, body: {} }),
      params({ renderId: body.render.id }),
    );
    await carryOutRender(body.render.id);
    expect((await look(body.render.id)).body.render.state).toBe("cancelled");
    expect((await file(body.render.id)).status).toBe(404);
    expect((await ask(targetIds, "png")).body.error).toMatchObject({ code: "other-medium" });
    await owner.run("set-chain", {
      sessionId,
      targetId: targetIds[0],
      chain: {
        medium: "audio",
        settings: [{ effect: "audio.from-elsewhere", values: { depth: 3 }, on: true, mix: 100 }],
      },
    });
    const unknown = (await ask(targetIds)).body.render.id;
    await carryOutRender(unknown);
    expect((await look(unknown)).body.render).toMatchObject({
      state: "failed",
      problem: expect.stringContaining("audio.from-elsewhere") as string,
    });
  });

  it("is taken up again when its worker has died in the middle", async () => {
    const { body } = await ask(await clips(1));
    // What a worker leaves behind that was killed: the state it had set, and nobody's lock.
    expect(
      await moveRender(database(), body.render.id, ["waiting"], { state: "running", progress: 0.4 }),
    ).toBe(true);
    await sweepRenders();
    expect((await readRender(database(), body.render.id))?.state).toBe("waiting");
    expect((await file(body.render.id)).status).toBe(404);
    await carryOutRender(body.render.id);
    expect((await look(body.render.id)).body.render.state).toBe("done");
  });
});

describe("files that effects depend on", () => {
  const table = "LUT_1D_SIZE 2\n0 0 0\n0.5 0.5 0.5\n";
  const files = async (who: Person) =>
    (
      await answer<{ files: { id: string; name: string; facts: { kind: string } }[] }>(
        await filesRoute.GET(request("/api", { cookie: who.cookie }), {
          params: Promise.resolve({ libraryId: who.libraryId }),
        }),
      )
    ).body.files;

  it("come in like material, are listed until a session shows them, and are refused with their fault's place", async () => {
    const { body } = await bring("half.cube", Buffer.from(table));
    expect(body.media.facts).toEqual({ kind: "lut", dimensions: 1, size: 2 });
    expect((await files(owner)).map((f) => f.id)).toContain(body.media.id);
    expect(Buffer.from(await (await copy(body.media.id, "table")).arrayBuffer()).toString()).toBe(table);
    expect(
      (await owner.run("add-targets", { sessionId, items: [{ mediaId: body.media.id, name: "No sound" }] }))
        .body.error,
    ).toMatchObject({ code: "no-material", message: expect.stringContaining("table of colours") as string });
    const broken = await bring("broken.cube", Buffer.from("LUT_1D_SIZE 2\n0 0 0\n1 1 oops\n"));
    expect([broken.status, broken.body.error!.message]).toEqual([415, expect.stringContaining("line 3")]);
  });

  it("are used by renderings of their own library alone", async () => {
    const response = writeWav({ planes: [Float32Array.of(0, 0, 1)], sampleRate: 32_000 }, "f32");
    const { id: hash } = (await bring("two later.wav", response)).body.media;
    const chain = {
      medium: "audio",
      settings: [{ effect: "audio.convolution", values: { response: hash }, on: true, mix: 100 }],
    };
    const [targetId] = await clips(1);
    await owner.run("set-chain", { sessionId, targetId, chain });
    const own = (await ask([targetId], "wav-float")).body.render.id;
    await carryOutRender(own);
    expect((await look(own)).body.render.state).toBe("done");
    // Another library, whose members never had that file, though the store has it.
    const other = await newLibrary();
    const stranger = await join(other.libraryId, "owner");
    expect(await files(stranger)).toEqual([]);
    const at = { params: Promise.resolve({ libraryId: other.libraryId }) };
    const sent = new Request(`${origin}/api?name=tone.wav`, {
      method: "POST",
      headers: { host: "fichier.test", origin, cookie: stranger.cookie },
      body: new Uint8Array(wav),
    });
    const { media } = (await answer<TakenIn>(await materialRoute.POST(sent, at))).body;
    const [clip] = (
      await stranger.run<{ targetIds: string[] }>("add-targets", {
        sessionId: other.sessionId,
        items: [{ mediaId: media.id, name: "Tone" }],
      })
    ).body.result.targetIds;
    await stranger.run("set-chain", { sessionId: other.sessionId, targetId: clip, chain });
    const { id } = (
      await answer<{ render: Rendering }>(
        await rendersRoute.POST(
          request("/api", {
            method: "POST",
            cookie: stranger.cookie,
            body: { sessionId: other.sessionId, targetIds: [clip], format: "wav" },
          }),
          at,
        ),
      )
    ).body.render;
    await carryOutRender(id);
    const { render } = (
      await answer<{ render: Rendering }>(
        await renderRoute.GET(request("/api", { cookie: stranger.cookie }), {
          params: Promise.resolve({ libraryId: other.libraryId, renderId: id }),
        }),
      )
    ).body;
    expect(render).toMatchObject({ state: "failed", problem: expect.stringContaining("not here") as string });
  });
});

describe("cards as files and versions", () => {
  it("travel and come back equal, with an effect that nobody here knows", async () => {
    const chain = {
      medium: "audio",
      settings: [
        ...highPass(77).settings,
        {
          effect: "audio.from-elsewhere",
          values: { depth: 3.25, deep: { er: [1, null] } },
          on: true,
          mix: 40,
        },
      ],
    };
    const kept = await owner.run<{ cardId: string }>("keep-card", {
      name: "Traveller",
      path: "Out / There",
      note: "Mind the step.",
      fits: ["clip"],
      chain,
    });
    const response = await cardFileRoute.GET(
      request("/api", { cookie: owner.cookie }),
      params({ cardId: kept.body.result.cardId }),
    );
    expect(response.headers.get("content-disposition")).toContain("Traveller.card.json");
    const text = await response.text();
    const other = await join((await newLibrary()).libraryId, "editor");
    const imported = await other.run<{ cardId: string }>("import-card", { file: text });
    const pick = (rows: Record<string, unknown>[], id: string) =>
      rows
        .filter((r) => r.id === id)
        .map(({ name, note, fits, medium, fingerprint, chain }) => ({
          name,
          note,
          fits,
          medium,
          fingerprint,
          chain,
        }));
    expect(pick((await other.rows()).card, imported.body.result.cardId)).toEqual(
      pick((await owner.rows()).card, kept.body.result.cardId),
    );
    expect((await other.rows()).folder.map((f) => f.name).sort()).toEqual(["Out", "There"]);
  });

  it("become tables and colour decisions where they are no more than that, and say why where not", async () => {
    const set = (effect: string, values: object = {}) => ({ effect, values, on: true, mix: 100 });
    const warm = set("image.colour-decision-list", { slopeRed: 1.1, offsetBlue: -0.02, saturation: 0.9 });
    const keep = async (name: string, ...settings: object[]) =>
      (
        await owner.run<{ cardId: string }>("keep-card", {
          name,
          path: "",
          chain: { medium: "image", settings },
        })
      ).body.result.cardId;
    const file = async (cardId: string, form: string) =>
      cardFileRoute.GET(request(`/api?form=${form}`, { cookie: owner.cookie }), params({ cardId }));
    const warmId = await keep("Warm decision", warm);
    const decision = await file(warmId, "cc");
    expect(decision.headers.get("content-disposition")).toContain("Warm decision.cc");
    expect(readColourDecisions(await decision.text())).toEqual([
      { id: "Warm decision", slope: [1.1, 1, 1], offset: [0, 0, -0.02], power: [1, 1, 1], saturation: 0.9 },
    ]);

    // The table, read back as an effect, does what the card does; it depends on a table of the library itself.
    const cube = await file(warmId, "cube");
    expect(cube.headers.get("content-disposition")).toContain("Warm decision.cube");
    const text = await cube.text();
    expect(readCube(text)).toMatchObject({ title: "Warm decision", kind: "3d", size: 33 });
    const table = await bring("warm.cube", Buffer.from(text));
    const again = await file(
      await keep("Warm by table", set("image.lut", { table: table.body.media.id })),
      "cube",
    );
    const [once, twice] = [readCube(text).values, readCube(await again.text()).values];
    once.forEach((v, i) => expect(Math.abs(v - twice[i])).toBeLessThan(2e-4));

    const soft = await keep("Soft and dark", warm, set("image.blur"), set("image.vignette"));
    for (const [id, form, code, words] of [
      [soft, "cube", "not-a-table", /Blur, Vignette/],
      [soft, "cc", "not-a-correction", /./],
      [
        await keep("Lost table", set("image.lut", { table: "e".repeat(64) })),
        "cube",
        "missing",
        /look-up table|table/,
      ],
    ] as const) {
      const refused = await answer<{ error?: { code: string; message: string } }>(await file(id, form));
      expect([refused.status, refused.body.error?.code]).toEqual([409, code]);
      expect(refused.body.error?.message).toMatch(words);
    }
    const sound = await owner.run<{ cardId: string }>("keep-card", {
      name: "Not a look",
      path: "",
      chain: highPass(90),
    });
    expect(
      (
        await answer<{ error?: { code: string; message: string } }>(
          await file(sound.body.result.cardId, "cube"),
        )
      ).body.error?.code,
    ).toBe("not-a-table");
    expect((await file(warmId, "doc")).status).toBe(400);
  });

  it("say where a file is wrong", async () => {
    const good = JSON.parse(
      await (
        await cardFileRoute.GET(
          request("/api", { cookie: owner.cookie }),
          params({ cardId: String((await owner.rows()).card[0].id) }),
        )
      ).text(),
    ) as { chain: { settings: { values: object }[] } };
    for (const [broken, where] of [
      ['{\n  "format": oops }', /^line 2/],
      [JSON.stringify({ ...good, format: "other" }), /^format$/],
      [JSON.stringify({ ...good, version: 9 }), /^version$/],
      [JSON.stringify({ ...good, fits: ["cupboard"] }), /^fits\[0\]$/],
      [
        JSON.stringify({
          ...good,
          chain: { medium: "audio", settings: [{ effect: "audio.high-pass", values: { cutoff: 1e9 } }] },
        }),
        /^chain\.settings\.0\.values\.cutoff$/,
      ],
      [JSON.stringify({ ...good, fingerprint: "0".repeat(64) }), /^fingerprint$/],
      [`${"[".repeat(5000)}${"]".repeat(5000)}`, /./],
    ] as const) {
      const { status, body } = await owner.run("import-card", { file: broken });
      expect([status, body.error]).toMatchObject([
        400,
        { code: "bad-card-file", where: expect.stringMatching(where) as string },
      ]);
    }
  });

  it("tell version by version what was changed, and stamp what was proved", async () => {
    const { cardId } = (
      await owner.run<{ cardId: string }>("keep-card", { name: "Growing", path: "", chain: highPass(80) })
    ).body.result;
    await owner.run("prove-card", { cardId, contentVersion: 1, on: "Take 1", difference: null });
    const row = async () => (await owner.rows()).card.find((c) => c.id === cardId)!;
    expect((await row()).proof).toMatchObject({ on: "Take 1", difference: null, same: true });
    await owner.run("revise-card", { cardId, chain: highPass(120) });
    expect((await row()).proof).toBeNull();
    expect(
      (await owner.run("prove-card", { cardId, contentVersion: 1, on: "Take 1", difference: null })).body
        .error,
    ).toMatchObject({ code: "stale" });
    const { body } = await answer<{ current: number; versions: { number: number; difference: string[] }[] }>(
      await versionsRoute.GET(request("/api", { cookie: owner.cookie }), params({ cardId })),
    );
    expect(body.versions.map(({ number, difference }) => [number, difference])).toEqual([
      [2, ["High-pass: Cutoff 80 Hz → 120 Hz"]],
      [1, []],
    ]);
    // A stamp is nothing that was done: taking back goes past it.
    await owner.run("prove-card", { cardId, contentVersion: 2, on: "Take 1", difference: -130 });
    expect((await owner.takeBack("undo")).status).toBe(200);
    expect((await row()).contentVersion).toBe(1);
  });

  it("pins stay until they are brought up, and what was changed by hand is spared", async () => {
    const [plain, touched] = await clips(2);
    const { cardId } = (
      await owner.run<{ cardId: string }>("keep-card", { name: "Pinned", path: "", chain: highPass(80) })
    ).body.result;
    await owner.run("apply-card", { sessionId, targetIds: [plain, touched], cardId });
    await owner.run("set-chain", { sessionId, targetId: touched, chain: highPass(90) });
    await owner.run("revise-card", { cardId, chain: highPass(150) });
    const { body } = await owner.run<{ updated: number; spared: number }>("update-pins", {
      sessionId,
      cardId,
    });
    expect(body.result).toEqual({ updated: 1, spared: 1 });
    const cutoff = async (id: string) =>
      (
        (await owner.rows(sessionId)).target.find((t) => t.id === id) as {
          chain: { settings: { values: { cutoff: number } }[] };
        }
      ).chain.settings[0].values.cutoff;
    expect([await cutoff(plain), await cutoff(touched)]).toEqual([150, 90]);
  });
});
