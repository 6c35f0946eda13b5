import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join as joinPath } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Chain } from "@/core/chain/model";
import type { Target } from "@/core/library/entities";
import type { Rendering } from "@/core/api/operations/one-render";
import { decodeSrgb, encodeSrgb } from "@/core/colour/srgb";
import { database } from "@/db/connection";
import { unusedMedia } from "@/db/media";
import { listFiles, listMedia } from "@/db/replica";
import { decodeFrames } from "@/media/video/frames";
import { probeVideo } from "@/media/video/probe";
import { carryOutRender } from "@/server/jobs/carry-out-render";
import * as cardFileRoute from "@/app/api/libraries/[libraryId]/cards/[cardId]/file/route";
import * as copyRoute from "@/app/api/libraries/[libraryId]/media/[mediaId]/[copy]/route";
import * as frameRoute from "@/app/api/libraries/[libraryId]/media/[mediaId]/frames/[frame]/route";
import * as fileRoute from "@/app/api/libraries/[libraryId]/renders/[renderId]/file/route";
import * as inPlaceRoute from "@/app/api/libraries/[libraryId]/renders/in-place/route";
import * as materialRoute from "@/app/api/libraries/[libraryId]/material/route";
import * as rendersRoute from "@/app/api/libraries/[libraryId]/renders/route";
import { answer, join, newLibrary, origin, request, type Person } from "./world";

const folder = mkdtempSync(joinPath(tmpdir(), "fichier-api-video-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const at = (name: string) => joinPath(folder, name);

interface Brought {
  media: {
    id: string;
    facts: {
      kind: string;
      frames: number;
      width: number;
      sound?: string;
      preview: { width: number; height: number };
    };
  };
  sound?: { id: string; facts: { kind: string; sampleRate: number; frames: number } };
  error?: { code: string; message: string };
}
let owner: Person;
let sessionId: string;
const params = <P extends object>(p: P) => ({
  params: Promise.resolve({ libraryId: owner.libraryId, ...p }),
});
async function bring(name: string, bytes: Uint8Array) {
  const sent = new Request(`${origin}/api?name=${name}`, {
    method: "POST",
    headers: { host: "fichier.test", origin, cookie: owner.cookie },
    body: new Uint8Array(bytes),
  });
  return answer<Brought>(await materialRoute.POST(sent, params({})));
}
const rows = async () => (await owner.rows(sessionId)).target as unknown as Target[];
const look: Chain = {
  medium: "image",
  settings: [{ effect: "image.exposure", values: { exposure: 1 }, on: true, mix: 100 }],
};
async function hashes(path: string): Promise<string[]> {
  const all: string[] = [];
  for await (const codes of decodeFrames(path, await probeVideo(path)))
    all.push(createHash("md5").update(new Uint8Array(codes.buffer)).digest("hex"));
  return all;
}

/** Renders a target without loss, as a job does, into a file. */
async function renderTo(targetId: string, name: string): Promise<string> {
  const asked = await answer<{ render: Rendering }>(
    await rendersRoute.POST(
      request("/api", {
        method: "POST",
        cookie: owner.cookie,
        body: { sessionId, targetIds: [targetId], format: "mkv" },
      }),
      params({}),
    ),
  );
  await carryOutRender(asked.body.render.id);
  const file = await fileRoute.GET(
    request("/api", { cookie: owner.cookie }),
    params({ renderId: asked.body.render.id }),
  );
  expect(file.status).toBe(200);
  writeFileSync(at(name), Buffer.from(await file.arrayBuffer()));
  return at(name);
}
async function framesOf(path: string): Promise<Uint16Array[]> {
  const frames: Uint16Array[] = [];
  for await (const codes of decodeFrames(path, await probeVideo(path))) frames.push(codes);
  return frames;
}

let clip: Buffer;
let brought: Brought;
let clipId: string;
let soundId: string;
beforeAll(async () => {
  const made = await newLibrary();
  owner = await join(made.libraryId, "owner");
  ({ sessionId } = (await owner.run<{ sessionId: string }>("create-session", { name: "Film" })).body.result);
  execFileSync("ffmpeg", [
    ...["-v", "error", "-y", "-f", "lavfi", "-i", "testsrc2=size=128x72:rate=25:duration=1"],
    ...[
      "-f",
      "lavfi",
      "-i",
      "sine=330:duration=1:sample_rate=48000",
      "-c:v",
      "libx264",
      "-pix_fmt",
      "yuv420p",
    ],
    ...["-c:a", "aac", at("clip.mp4")],
  ]);
  clip = readFileSync(at("clip.mp4"));
  brought = (await bring("clip.mp4", clip)).body;
  const added = await owner.run<{ targetIds: string[] }>("add-targets", {
    sessionId,
    items: [
      { mediaId: brought.media.id, name: "Clip" },
      { mediaId: brought.sound!.id, name: "Clip, sound" },
    ],
  });
  [clipId, soundId] = added.body.result.targetIds;
});

describe("a clip that is brought in", () => {
  it("becomes what is played and a sound of its own, and both stay as long as the clip is used", async () => {
    const { media, sound } = brought;
    expect(media.facts).toMatchObject({ kind: "video", width: 128, frames: 25, sound: sound!.id });
    expect(sound!.facts).toMatchObject({ kind: "audio", sampleRate: 48_000 });
    expect((await rows()).map(({ kind, chain }) => `${kind} ${chain.medium}`).sort()).toEqual([
      "clip audio",
      "video clip video",
    ]);
    const { width, height } = media.facts.preview;
    for (const [copy, sign] of [
      ["light", "ftyp"],
      ["strip", "JFIF"],
    ] as const) {
      const got = await copyRoute.GET(
        request("/api", { cookie: owner.cookie }),
        params({ mediaId: media.id, copy }),
      );
      expect([copy, got.status]).toEqual([copy, 200]);
      expect(Buffer.from(await got.arrayBuffer()).toString("latin1", 0, 60)).toContain(sign);
    }
    const poster = await copyRoute.GET(
      request("/api", { cookie: owner.cookie }),
      params({ mediaId: media.id, copy: "preview" }),
    );
    expect((await poster.arrayBuffer()).byteLength).toBe(width * height * 6);
    // Again: the same, at once.
    expect((await bring("again.mp4", clip)).body).toMatchObject({
      media: { id: media.id },
      sound: { id: sound!.id },
    });
    // Without a target of its own the sound is still the clip's.
    await owner.run("remove-targets", { sessionId, targetIds: [soundId] });
    await database().execute("update media set added_at = now() - interval '2 hours'");
    expect(await unusedMedia(database(), owner.libraryId)).toEqual([]);
    expect((await listFiles(database(), owner.libraryId)).map(({ id }) => id)).not.toContain(sound!.id);
    await owner.takeBack("undo", sessionId);
  });

  it("gives its frames at full size, as a rendering begins with them, and none that it does not have", async () => {
    const own = await framesOf(at("clip.mp4"));
    const ask = (mediaId: string, frame: string, headers: Record<string, string> = {}) =>
      frameRoute.GET(request("/api", { cookie: owner.cookie, headers }), params({ mediaId, frame }));
    for (const index of [0, 7, 24]) {
      const got = await ask(brought.media.id, String(index));
      expect([got.status, got.headers.get("content-length")]).toEqual([200, String(128 * 72 * 6)]);
      expect(Buffer.compare(Buffer.from(await got.arrayBuffer()), Buffer.from(own[index].buffer))).toBe(0);
      const seen = await ask(brought.media.id, String(index), { "if-none-match": got.headers.get("etag")! });
      expect(seen.status).toBe(304);
    }
    for (const frame of ["25", "-1", "1.5", "1e1", "x", "99999999999999999999"])
      expect([frame, (await ask(brought.media.id, frame)).status]).toEqual([frame, 416]);
    expect((await ask(brought.sound!.id, "0")).status).toBe(404);
    expect((await ask("0".repeat(64), "0")).status).toBe(404);
  });

  it("gets looks as pictures do, is kept as one, and is brought up with it", async () => {
    const { cardId } = (
      await owner.run<{ cardId: string }>("keep-card", { name: "Lighter", path: "", chain: look })
    ).body.result;
    const applied = await owner.run("apply-card", {
      sessionId,
      targetIds: [clipId],
      cardId,
      strength: 100,
      how: "replace",
    });
    expect(applied.body.change?.summary).toBe("“Lighter” on “Clip”");
    const target = async () => (await rows()).find(({ id }) => id === clipId)!;
    expect((await target()).chain).toMatchObject({
      medium: "video",
      settings: [{ effect: "image.exposure" }],
    });
    // What is on the clip is kept as what it is: a look for pictures.
    const kept = await owner.run<{ cardId: string }>("keep-card", {
      name: "From a clip",
      path: "",
      chain: (await target()).chain,
      keptOn: brought.media.id,
    });
    const card = (await owner.rows()).card.find(({ id }) => id === kept.body.result.cardId)!;
    expect(card).toMatchObject({ medium: "image", keptOn: brought.media.id });
    expect(
      (
        await owner.run("pin-card", {
          sessionId,
          targetIds: [clipId],
          cardId: kept.body.result.cardId,
          contentVersion: 1,
        })
      ).status,
    ).toBe(200);
    await owner.run("pin-card", { sessionId, targetIds: [clipId], cardId, contentVersion: 1 });
    const deeper = {
      ...look,
      settings: [...look.settings, { effect: "image.vignette", values: {}, on: true, mix: 50 }],
    };
    await owner.run("revise-card", { cardId, chain: { ...deeper, medium: "video" } });
    expect(
      (await owner.run<{ updated: number }>("update-pins", { sessionId, cardId })).body.result.updated,
    ).toBe(1);
    expect((await target()).chain).toMatchObject({
      medium: "video",
      settings: [{}, { effect: "image.vignette" }],
    });
    const sound = await owner.run("set-chain", {
      sessionId,
      targetId: clipId,
      chain: { medium: "audio", settings: [] },
    });
    expect(sound.body.error).toMatchObject({ code: "other-medium" });
    await owner.run("set-chain", {
      sessionId,
      targetId: clipId,
      chain: { medium: "video", settings: look.settings },
    });
  });

  it("is rendered with its sound through its own chain; the frames are those of the command line", async () => {
    await owner.run("set-chain", {
      sessionId,
      targetId: soundId,
      chain: {
        medium: "audio",
        settings: [{ effect: "audio.gain", values: { gain: -20 }, on: true, mix: 100 }],
      },
    });
    await renderTo(clipId, "server.mkv");
    const card = await owner.run<{ cardId: string }>("keep-card", {
      name: "For the line",
      path: "",
      chain: look,
    });
    const cardFile = await cardFileRoute.GET(
      request("/api", { cookie: owner.cookie }),
      params({ cardId: card.body.result.cardId }),
    );
    writeFileSync(at("card.json"), await cardFile.text());
    execFileSync("node", [
      "bin/fichier.mjs",
      "render",
      at("clip.mp4"),
      at("line.mkv"),
      "--card",
      at("card.json"),
      "--quiet",
    ]);
    const frames = await hashes(at("server.mkv"));
    expect(frames).toHaveLength(25);
    expect(await hashes(at("line.mkv"))).toEqual(frames);
    const level = (path: string) =>
      Number(
        /mean_volume: (-?[\d.]+)/.exec(
          execFileSync("sh", [
            "-c",
            `ffmpeg -hide_banner -i ${path} -map 0:a -af volumedetect -f null - 2>&1`,
          ]).toString(),
        )![1],
      );
    expect(level(at("server.mkv")) - level(at("line.mkv"))).toBeCloseTo(-20, 0);

    // Muted it is not heard, and not rendered.
    await owner.run("edit-target", { sessionId, targetIds: [soundId], muted: true });
    await renderTo(clipId, "muted.mkv");
    expect((await probeVideo(at("muted.mkv"))).hasSound).toBe(false);
    expect(await hashes(at("muted.mkv"))).toEqual(frames);
    await owner.run("edit-target", { sessionId, targetIds: [soundId], muted: false });

    // Nor is it where it was taken out of the session.
    await owner.run("remove-targets", { sessionId, targetIds: [soundId] });
    await renderTo(clipId, "removed.mkv");
    expect((await probeVideo(at("removed.mkv"))).hasSound).toBe(false);
    await owner.takeBack("undo", sessionId);
    await renderTo(clipId, "back.mkv");
    expect((await probeVideo(at("back.mkv"))).hasSound).toBe(true);
  });

  it("is rendered at another size and rate, where it is a film", async () => {
    const ask = async (targetId: string, format: string, shape: object) =>
      answer<{ render: Rendering; error?: { code: string; field?: string } }>(
        await rendersRoute.POST(
          request("/api", {
            method: "POST",
            cookie: owner.cookie,
            body: { sessionId, targetIds: [targetId], format, ...shape },
          }),
          params({}),
        ),
      );
    const { body } = await ask(clipId, "mkv", { side: 36, rate: "50" });
    await carryOutRender(body.render.id);
    const file = await fileRoute.GET(
      request("/api", { cookie: owner.cookie }),
      params({ renderId: body.render.id }),
    );
    writeFileSync(at("small.mkv"), new Uint8Array(await file.arrayBuffer()));
    const { width, height, rate } = await probeVideo(at("small.mkv"));
    expect([Math.min(width, height), rate]).toEqual([36, [50, 1]]);
    expect(await hashes(at("small.mkv"))).toHaveLength(50);
    const refused = await ask(soundId, "wav", { side: 36 });
    expect([refused.status, refused.body.error!.code, refused.body.error!.field]).toEqual([
      400,
      "no-film",
      "side",
    ]);
    for (const shape of [{ side: 8 }, { side: 1.5 }, { rate: "26" }, { side: "tall" }])
      expect((await ask(clipId, "mkv", shape)).status).toBe(400);
  });

  it("is rendered in place, without loss, and brought back", async () => {
    const before = (await rows()).find(({ id }) => id === clipId)!;
    const asked = await answer<{ render: Rendering }>(
      await inPlaceRoute.POST(
        request("/api", { method: "POST", cookie: owner.cookie, body: { sessionId, targetIds: [clipId] } }),
        params({}),
      ),
    );
    await carryOutRender(asked.body.render.id);
    const after = (await rows()).find(({ id }) => id === clipId)!;
    expect(after).toMatchObject({
      chain: { medium: "video", settings: [] },
      origin: { mediaId: before.mediaId },
    });
    expect(after.mediaId).not.toBe(before.mediaId);
    // It is still the clip of its sound.
    const made = await listMedia(database(), owner.libraryId, [after.mediaId!]);
    expect(made[0].facts).toMatchObject({ kind: "video", frames: 25, sound: brought.sound!.id });
    await owner.run("bring-back", { sessionId, targetIds: [clipId] });
    expect((await rows()).find(({ id }) => id === clipId)).toMatchObject({
      mediaId: before.mediaId,
      chain: before.chain,
    });
  });

  it("is rendered with keyframes, and with a cut from the clip before it, as it stands then", async () => {
    const added = await owner.run<{ targetIds: string[] }>("add-targets", {
      sessionId,
      items: [{ mediaId: brought.media.id, name: "Clip, later" }],
    });
    const [laterId] = added.body.result.targetIds;
    const key = (at: number, value: number) => ({ at: [at, 25], value, ease: "linear" });
    const cut = { effect: "video.dissolve", values: { lasts: 0.2 }, on: true, mix: 100 };
    const moving = {
      effect: "image.exposure",
      values: { exposure: 0 },
      on: true,
      mix: 100,
      motion: {
        length: [2, 2],
        way: "stretch",
        opening: [0, 1],
        closing: [0, 1],
        lanes: { exposure: [key(10, 0), key(20, 1)] },
      },
    };
    const chain = { medium: "video", settings: [cut, moving] };
    expect((await owner.run("set-chain", { sessionId, targetId: laterId, chain })).status).toBe(200);
    const stored = (await rows()).find(({ id }) => id === laterId)!;
    // As it was sent, ratios reduced.
    expect(stored.chain.settings[1].motion).toEqual({
      ...moving.motion,
      length: [1, 1],
      lanes: {
        exposure: [
          { ...key(10, 0), at: [2, 5] },
          { ...key(20, 1), at: [4, 5] },
        ],
      },
    });
    const frames = await framesOf(await renderTo(laterId, "later.mkv"));
    const before = await framesOf(await renderTo(clipId, "before.mkv"));
    const plain = await framesOf(at("clip.mp4"));
    const light = (frame: Uint16Array, i: number) => decodeSrgb(frame[i] / 65535);
    for (const n of [0, 2, 4, 5, 10, 15, 20, 24])
      for (let i = 0; i < frames[n].length; i += 997) {
        const share = Math.min(1, n / 5);
        const was = share < 1 ? light(before[20 + n], i) : 0;
        const gain = 2 ** Math.min(1, Math.max(0, (n - 10) / 10));
        const wanted = encodeSrgb(Math.min(1, (was + (light(plain[n], i) - was) * share) * gain));
        expect(Math.abs(wanted - frames[n][i] / 65535), `frame ${n}`).toBeLessThan(0.002);
      }
    // What is no motion is refused, and says what would be one.
    for (const [motion, words] of [
      [{ ...moving.motion, length: [0, 1] }, "above 0"],
      [{ ...moving.motion, lanes: { exposure: [key(20, 1), key(10, 0)] } }, "order of their times"],
      [{ ...moving.motion, lanes: { exposure: [{ ...key(1, 1), ease: [3, 0, 0, 1] }] } }, "cubic"],
      [{ ...moving.motion, way: "inwards" }, "way"],
    ] as const) {
      const settings = [{ ...moving, motion }];
      const refused = await owner.run<unknown>("set-chain", {
        sessionId,
        targetId: laterId,
        chain: { medium: "video", settings },
      });
      expect(refused.status).toBe(400);
      expect(JSON.stringify(refused.body)).toContain(words);
    }
    expect((await rows()).find(({ id }) => id === laterId)!.chain).toEqual(stored.chain);
    await owner.run("remove-targets", { sessionId, targetIds: [laterId] });
  });

  it("that is none is refused with the reason, and nothing of it stays", async () => {
    const cut = await bring("cut.mp4", clip.subarray(0, 200));
    expect([cut.status, cut.body.error!.code]).toEqual([415, "unreadable"]);
    const format = await answer<{ error: { code: string } }>(
      await rendersRoute.POST(
        request("/api", {
          method: "POST",
          cookie: owner.cookie,
          body: { sessionId, targetIds: [clipId], format: "png" },
        }),
        params({}),
      ),
    );
    expect(format.body.error.code).toBe("other-medium");
  });
});
