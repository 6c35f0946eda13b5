import { spawn, spawnSync } from "node:child_process";
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  utimesSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join as joinPath } from "node:path";
import { sql } from "drizzle-orm";
import { afterAll, afterEach, beforeAll, describe, expect, it } from "vitest";
import { writeWav } from "@/core/formats/wav/write";
import { database } from "@/db/connection";
import { Lane, TookTooLong } from "@/server/decoding/lane";
import { closeMaterial, sweepFiles } from "@/server/jobs/sweep";
import { mediaRoot, originalPath } from "@/server/media-store";
import { UnreadableMedia } from "@/media/process";
import * as materialRoute from "@/app/api/libraries/[libraryId]/material/route";
import * as unusedRoute from "@/app/api/libraries/[libraryId]/material/unused/route";
import * as removeRoute from "@/app/api/libraries/[libraryId]/material/remove/route";
import * as copyRoute from "@/app/api/libraries/[libraryId]/media/[mediaId]/[copy]/route";
import { answer, highPass, join, newLibrary, origin, request, type Person } from "./world";

const folder = mkdtempSync(joinPath(tmpdir(), "fichier-decoding-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const tone = (frames: number, seed = 0.03) =>
  writeWav({
    planes: [Float32Array.from({ length: frames }, (_, i) => 0.5 * Math.sin(i * seed))],
    sampleRate: 48_000,
  });

let owner: Person;
let sessionId: string;
beforeAll(async () => {
  const made = await newLibrary();
  owner = await join(made.libraryId, "owner");
  sessionId = made.sessionId;
});
const params = <P extends object>(p: P) => ({
  params: Promise.resolve({ libraryId: owner.libraryId, ...p }),
});
type Brought = { media: { id: string }; error?: { code: string; message: string; hint: string } };
async function bring(name: string, bytes: Uint8Array) {
  const sent = new Request(`${origin}/api?name=${name}`, {
    method: "POST",
    headers: { host: "fichier.test", origin, cookie: owner.cookie },
    body: new Uint8Array(bytes),
  });
  return answer<Brought>(await materialRoute.POST(sent, params({})));
}

describe("a line of tasks in a process of its own", () => {
  const file = (name: string, bytes: Uint8Array) => {
    const path = joinPath(folder, name);
    writeFileSync(path, bytes);
    return path;
  };
  it("ends what takes too long, and goes on with the next", async () => {
    const lane = new Lane(10);
    const slow = lane.run("store", { path: file("slow.wav", tone(48_000)), room: 1e9 }, 1);
    const next = lane.run("store", { path: file("next.wav", tone(4800, 0.05)), room: 1e9 }, 60_000);
    await expect(slow).rejects.toThrow(TookTooLong);
    expect((await next).facts).toMatchObject({ kind: "audio", frames: 4800 });
  });
  it("ends with all it has started, where nobody waits for it any more, and goes on with the next", async () => {
    const lane = new Lane(10);
    const film = joinPath(folder, "long.mp4");
    spawnSync("ffmpeg", [
      ...["-v", "error", "-y", "-f", "lavfi", "-i", "testsrc2=s=1280x720:r=25:d=60", "-c:v", "libx264"],
      ...["-preset", "ultrafast", film],
    ]);
    const gone = new AbortController();
    const asked = lane.run("store", { path: film, room: 1e9 }, 600_000, { signal: gone.signal });
    const leader = (lane as unknown as { child: { pid: number } }).child.pid;
    const group = () => {
      const { stdout } = spawnSync("ps", ["-eo", "pgid=,stat=,comm="], { encoding: "utf8" });
      return stdout
        .split("\n")
        .map((line) => line.trim().split(/\s+/))
        .filter(([pgid, stat]) => Number(pgid) === leader && !stat.startsWith("Z"))
        .map(([, , program]) => program);
    };
    await expect.poll(group, { timeout: 30_000 }).toContain("ffmpeg");
    gone.abort();
    await expect(asked).rejects.toThrow();
    await expect.poll(group, { timeout: 10_000 }).toEqual([]);
    expect(
      (await lane.run("store", { path: file("then.wav", tone(480, 0.017)), room: 1e9 }, 60_000)).facts,
    ).toMatchObject({ frames: 480 });
  });
  it("lets owners take turns: one's many files wait behind each other, not before another's", async () => {
    const lane = new Lane(20);
    const order: string[] = [];
    const ask = (owner: string, n: number) =>
      lane
        .run("store", { path: file(`${owner}${n}.wav`, tone(480, 0.03 + n / 977)), room: 1e9 }, 60_000, {
          owner,
        })
        .then(() => order.push(`${owner}${n}`));
    await Promise.all([...[1, 2, 3, 4].map((n) => ask("a", n)), ...[5, 6].map((n) => ask("b", n))]);
    expect(order).toEqual(["a1", "b5", "a2", "b6", "a3", "a4"]);
  });
  it("counts computing, not waiting for a busy machine", async () => {
    const lane = new Lane(10);
    const busy = Array.from({ length: 6 }, () =>
      spawn("sh", ["-c", "while :; do :; done"], { stdio: "ignore" }),
    );
    try {
      const { facts } = await lane.run(
        "store",
        { path: file("patient.wav", tone(480_000, 0.019)), room: 1e9 },
        6000,
      );
      expect(facts).toMatchObject({ frames: 480_000 });
    } finally {
      for (const each of busy) each.kill("SIGKILL");
    }
  });
  it("says what is wrong with a file, by its kind", async () => {
    const lane = new Lane(10);
    await expect(
      lane.run("store", { path: file("none.wav", Buffer.from("no sound")), room: 1e9 }, 60_000),
    ).rejects.toThrow(UnreadableMedia);
    await expect(
      lane.run("store", { path: file("large.wav", tone(48_000, 0.07)), room: 1000 }, 60_000),
    ).rejects.toMatchObject({ bytes: 192_000 });
  });
  it("survives a process that dies", async () => {
    const lane = new Lane(10);
    const doomed = lane.run("store", { path: file("doomed.wav", tone(48_000, 0.011)), room: 1e9 }, 60_000);
    (lane as unknown as { child: { kill(signal: string): void } }).child.kill("SIGKILL");
    await expect(doomed).rejects.toThrow(UnreadableMedia);
    expect(
      (await lane.run("store", { path: file("after.wav", tone(480, 0.013)), room: 1e9 }, 60_000)).facts,
    ).toMatchObject({ frames: 480 });
  });
  it("refuses more than it can hold, and loses nobody who waits", async () => {
    const lane = new Lane(2);
    const asked = [1, 2, 3, 4, 5].map((n) =>
      lane.run("store", { path: file(`q${n}.wav`, tone(480 * n, 0.02 + n / 1000)), room: 1e9 }, 60_000).then(
        () => "done",
        (error: { code?: string }) => error.code,
      ),
    );
    expect(await Promise.all(asked)).toEqual(["done", "done", "done", "busy", "busy"]);
  });
});

it("material of an earlier release is closed to everybody else on the machine", async () => {
  const old = joinPath(folder, "old", "ab");
  mkdirSync(old, { recursive: true, mode: 0o755 });
  writeFileSync(joinPath(old, "original"), "x", { mode: 0o644 });
  await closeMaterial(joinPath(folder, "old"));
  const mode = (path: string) => statSync(path).mode & 0o777;
  expect([mode(joinPath(folder, "old")), mode(old), mode(joinPath(old, "original"))]).toEqual([
    0o700, 0o700, 0o600,
  ]);
});

describe("small files of large effect", () => {
  it("a film whose times jump hours ahead is refused at once, with words", async () => {
    const path = joinPath(folder, "jump.mkv");
    spawnSync("ffmpeg", [
      ...["-v", "error", "-y", "-f", "lavfi", "-i", "testsrc=s=64x36:r=25:d=1"],
      ...[
        "-vf",
        "setpts=PTS+if(gte(N\\,12)\\,3*3600/TB\\,0)",
        "-fps_mode",
        "passthrough",
        "-c:v",
        "libx264",
        path,
      ],
    ]);
    expect(statSync(path).size).toBeLessThan(40_000);
    const { status, body } = await bring("jump.mkv", readFileSync(path));
    expect([status, body.error?.code]).toEqual([415, "unreadable"]);
    expect(body.error?.message).toMatch(/its times jump: it would become [\d,]+ frames or more/);
  });
  it("a silent FLAC does not become gigabytes", async () => {
    const path = joinPath(folder, "silent.flac");
    spawnSync("ffmpeg", [
      "-v",
      "error",
      "-y",
      "-f",
      "lavfi",
      "-i",
      "anullsrc=r=48000:cl=stereo",
      "-t",
      "900",
      path,
    ]);
    const bytes = readFileSync(path);
    expect(bytes.length).toBeLessThan(300_000);
    const { status, body } = await bring("silent.flac", bytes);
    expect([status, body.error?.message]).toEqual([415, expect.stringContaining("once it is decoded")]);
    expect(
      readdirSync(mediaRoot(), { recursive: true, encoding: "utf8" }).filter((name) => /\.part/.test(name)),
    ).toEqual([]);
  }, 60_000);
  it("a table of nothing but line ends is refused without reading it to its end", async () => {
    const { status, body } = await bring(
      "lines.cube",
      Buffer.concat([Buffer.from("LUT_3D_SIZE 2\n"), Buffer.alloc(20_000_000, "\n")]),
    );
    expect([status, body.error?.message]).toEqual([
      415,
      expect.stringMatching(/more than 10,000 lines beside the entries.*line 10001/),
    ]);
  });
});

describe("room", () => {
  afterEach(() => {
    delete process.env.FICHIER_QUOTA;
    delete process.env.FICHIER_RESERVE;
  });
  it("is said in words before anything is kept: by the library's quota, and by what the disk keeps free", async () => {
    process.env.FICHIER_QUOTA = "1K";
    expect(await bring("over.wav", tone(4800, 0.017))).toMatchObject({
      status: 507,
      body: {
        error: {
          code: "no-room",
          message: expect.stringMatching(/^This takes 14\.2 kB; there is room for .* more\.$/) as string,
          hint: expect.stringContaining("Team") as string,
        },
      },
    });
    process.env.FICHIER_QUOTA = "1G";
    process.env.FICHIER_RESERVE = "900T";
    expect((await bring("over.wav", tone(4800, 0.017))).status).toBe(507);
    expect(readdirSync(joinPath(mediaRoot(), "uploads"))).toEqual([]);
  });
  it("is not passed by several that come at once, however they are sent", async () => {
    const use = async () =>
      (
        await answer<{ used: number }>(
          await unusedRoute.GET(request("/api", { cookie: owner.cookie }), params({})),
        )
      ).body.used;
    const used = await use();
    // Room for two and a half: 14 kB as a file, 19 kB decoded.
    process.env.FICHIER_QUOTA = String(used + 85_000);
    const all = await Promise.all(
      Array.from({ length: 6 }, (_, i) => bring(`many ${i}.wav`, tone(4800, 0.021 + i / 1000))),
    );
    expect(all.map(({ status }) => status).sort()).toEqual([200, 200, 507, 507, 507, 507]);
    expect(await use()).toBeLessThanOrEqual(used + 85_000);
    // Refused uploads keep no room.
    process.env.FICHIER_QUOTA = String(used + 120_000);
    expect((await bring("another.wav", tone(4800, 0.031))).status).toBe(200);
    expect(readdirSync(joinPath(mediaRoot(), "uploads"))).toEqual([]);
  });
  it("counts decoded sound too: what fits by itself may not fit with its copy", async () => {
    const used = (
      await answer<{ used: number }>(
        await unusedRoute.GET(request("/api", { cookie: owner.cookie }), params({})),
      )
    ).body.used;
    process.env.FICHIER_QUOTA = String(used + 20_000);
    // 14 kB as a file, 19 kB decoded.
    expect(await bring("copy.wav", tone(4800, 0.019))).toMatchObject({
      status: 507,
      body: { error: { code: "no-room" } },
    });
  });
});

describe("material that nothing uses", () => {
  const list = async () =>
    (
      await answer<{ unused: { id: string; name: string; bytes: number; kind: string }[] }>(
        await unusedRoute.GET(request("/api", { cookie: owner.cookie }), params({})),
      )
    ).body.unused.map((m) => m.id);
  const remove = async (...ids: string[]) =>
    answer<{ removed: string[] }>(
      await removeRoute.POST(
        request("/api", { method: "POST", cookie: owner.cookie, body: { ids } }),
        params({}),
      ),
    );
  const old = (id: string) =>
    database().execute(sql`update media set added_at = now() - interval '2 days' where id = ${id}`);

  it("is listed to owners once it is not on its way, and goes for good", async () => {
    const { id } = (await bring("unused.wav", tone(4800, 0.023))).body.media;
    expect(await list()).not.toContain(id);
    await old(id);
    expect(await list()).toContain(id);
    expect((await remove(id)).body.removed).toEqual([id]);
    expect([await list(), existsSync(originalPath(id))]).toEqual([expect.not.arrayContaining([id]), false]);
    // It can be brought in again.
    expect((await bring("unused.wav", tone(4800, 0.023))).status).toBe(200);
  });

  it("is not what a target, a card or something that can be taken back names", async () => {
    const ids: string[] = [];
    for (const seed of [0.031, 0.037, 0.041])
      ids.push((await bring("used.wav", tone(4800, seed))).body.media.id);
    const [onTarget, inCard, removed] = ids;
    const added = await owner.run<{ targetIds: string[] }>("add-targets", {
      sessionId,
      items: [
        { mediaId: onTarget, name: "On" },
        { mediaId: removed, name: "Off" },
      ],
    });
    await owner.run("remove-targets", { sessionId, targetIds: [added.body.result.targetIds[1]] });
    await owner.run("keep-card", {
      name: "Yard",
      path: "",
      chain: {
        medium: "audio",
        settings: [{ effect: "audio.convolution", values: { response: inCard }, on: true, mix: 25 }],
      },
    });
    for (const id of ids) await old(id);
    const unused = await list();
    for (const id of ids) expect(unused).not.toContain(id);
    expect((await remove(...ids)).body.removed).toEqual([]);
    expect(ids.every((id) => existsSync(originalPath(id)))).toBe(true);
  });

  it("stays for another library that has it too", async () => {
    const bytes = tone(4800, 0.043);
    const { id } = (await bring("shared.wav", bytes)).body.media;
    const other = await join((await newLibrary()).libraryId, "owner");
    const sent = new Request(`${origin}/api?name=shared.wav`, {
      method: "POST",
      headers: { host: "fichier.test", origin, cookie: other.cookie },
      body: new Uint8Array(bytes),
    });
    expect(
      (await materialRoute.POST(sent, { params: Promise.resolve({ libraryId: other.libraryId }) })).status,
    ).toBe(200);
    await old(id);
    expect((await remove(id)).body.removed).toEqual([id]);
    expect(existsSync(originalPath(id))).toBe(true);
  });
});

describe("material in a browser", () => {
  it("is asked for each time: by its tag while one may see it, and not at all afterwards", async () => {
    const { id } = (await bring("kept.wav", tone(4800, 0.047))).body.media;
    const ask = (cookie: string, tag?: string) =>
      copyRoute.GET(
        request("/api", { cookie, headers: tag ? { "if-none-match": tag } : {} }),
        params({ mediaId: id, copy: "planes" }),
      );
    const first = await ask(owner.cookie);
    const tag = first.headers.get("etag")!;
    expect([first.status, first.headers.get("cache-control")]).toEqual([200, "private, no-cache"]);
    expect((await ask(owner.cookie, tag)).status).toBe(304);
    expect((await ask(owner.cookie, `"other", W/${tag}`)).status).toBe(304);
    expect((await ask(owner.cookie, '"other"')).status).toBe(200);
    expect((await ask("", tag)).status).toBe(401);
  });
  it("lies in files that only the application's user can read", async () => {
    const { id } = (await bring("private.wav", tone(4800, 0.053))).body.media;
    for (const part of ["planes", "overview", "facts.json"])
      expect(statSync(joinPath(originalPath(id), "..", part)).mode & 0o077).toBe(0);
  });
});

it("what a kill cut short is swept away once nobody can be writing to it, and no sooner", async () => {
  const uploads = joinPath(mediaRoot(), "uploads");
  mkdirSync(uploads, { recursive: true });
  for (const name of ["abandoned", "going-on"]) writeFileSync(joinPath(uploads, name), "x");
  const long = new Date(Date.now() - 2 * 3600_000);
  utimesSync(joinPath(uploads, "abandoned"), long, long);
  await sweepFiles();
  expect(readdirSync(uploads)).toEqual(["going-on"]);
  rmSync(joinPath(uploads, "going-on"));
});

it("a chain carries what effects unknown here hold, up to 64 kB in all", async () => {
  const keep = (values: object) =>
    owner.run("keep-card", {
      name: "Elsewhere",
      path: "",
      chain: {
        medium: "audio",
        settings: [{ effect: "audio.elsewhere", values, on: true, mix: 100 }, ...highPass().settings],
      },
    });
  expect(await keep({ text: "x".repeat(70_000) })).toMatchObject({
    status: 400,
    body: { error: { code: "long-chain" } },
  });
  expect((await keep({ text: "x".repeat(10_000) })).status).toBe(200);
});
