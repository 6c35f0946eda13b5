import { spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, rmSync, statfsSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join as joinPath } from "node:path";
import { afterAll, beforeAll, describe, expect, it, vi } from "vitest";
import { writeWav } from "@/core/formats/wav/write";
import { carryOutRender } from "@/server/jobs/carry-out-render";
import type { Rendering } from "@/core/api/operations/one-render";
import * as materialRoute from "@/app/api/libraries/[libraryId]/material/route";
import * as rendersRoute from "@/app/api/libraries/[libraryId]/renders/route";
import * as renderRoute from "@/app/api/libraries/[libraryId]/renders/[renderId]/route";
import { answer, join, newLibrary, origin, request, type Person } from "./world";

// A disk of four megabytes of its own; making one asks for root's right, without which this cannot be tried.
const disk = mkdtempSync(joinPath(tmpdir(), "fichier-disk-"));
const mounted = spawnSync("mount", ["-t", "tmpfs", "-o", "size=4m", "tmpfs", disk]).status === 0;
const usual = process.env.FICHIER_MEDIA;
afterAll(() => {
  process.env.FICHIER_MEDIA = usual;
  delete process.env.FICHIER_RESERVE;
  if (mounted) spawnSync("umount", [disk]);
  rmSync(disk, { recursive: true, force: true });
});

let owner: Person;
let sessionId: string;
beforeAll(async () => {
  process.env.FICHIER_MEDIA = disk;
  // The processes that decode know the folder that they were begun with.
  vi.stubGlobal("fichierLanes", undefined);
  // Nothing is left free on purpose.
  process.env.FICHIER_RESERVE = "0";
  const made = await newLibrary();
  owner = await join(made.libraryId, "owner");
  sessionId = (await owner.run<{ sessionId: string }>("create-session", { name: "Tight" })).body.result
    .sessionId;
});

const params = <P extends object>(p: P) => ({
  params: Promise.resolve({ libraryId: owner.libraryId, ...p }),
});
const tone = (frames: number) =>
  writeWav({
    planes: [Float32Array.from({ length: frames }, (_, i) => 0.5 * Math.sin(i * 0.03))],
    sampleRate: 48_000,
  });
async function bring(name: string, bytes: Uint8Array) {
  const sent = new Request(`${origin}/api?name=${name}`, {
    method: "POST",
    headers: { host: "fichier.test", origin, cookie: owner.cookie },
    body: new Uint8Array(bytes),
  });
  return answer<{ media: { id: string }; error?: { code: string; hint: string } }>(
    await materialRoute.POST(sent, params({})),
  );
}
const room = () => {
  const { bavail, bsize } = statfsSync(disk);
  return bavail * bsize;
};
const leftovers = () =>
  readdirSync(disk, { recursive: true, encoding: "utf8" }).filter((name) => /\.part|uploads\/./.test(name));

describe.skipIf(!mounted)("a full disk", () => {
  it("refuses an upload with words and a remedy, leaves nothing of it behind, and takes the next that fits", async () => {
    const before = room();
    // Too large as it is, and one that fits itself but whose decoded copy does not.
    for (const [name, bytes] of [
      ["long.wav", tone(2_000_000)],
      ["copy.wav", tone(700_000)],
    ] as const) {
      const { status, body } = await bring(name, bytes);
      expect([status, body.error]).toMatchObject([
        507,
        {
          code: "no-room",
          message: expect.stringMatching(/^This takes .* there is room for .* more\.$/) as string,
        },
      ]);
      expect(leftovers()).toEqual([]);
    }
    // What was read from it may still be open for a moment.
    await expect.poll(() => before - room(), { timeout: 10_000 }).toBeLessThan(100_000);
    expect((await bring("short.wav", tone(48_000))).status).toBe(200);
  });

  it("ends a rendering with words, offers no half of it, and renders it once there is room", async () => {
    const { body } = await bring("again.wav", tone(150_000));
    const [targetId] = (
      await owner.run<{ targetIds: string[] }>("add-targets", {
        sessionId,
        items: [{ mediaId: body.media.id, name: "Take" }],
      })
    ).body.result.targetIds;
    const render = async () => {
      const { id } = (
        await answer<{ render: Rendering }>(
          await rendersRoute.POST(
            request("/api", {
              method: "POST",
              cookie: owner.cookie,
              body: { sessionId, targetIds: [targetId], format: "wav-float" },
            }),
            params({}),
          ),
        )
      ).body.render;
      await carryOutRender(id);
      return (
        await answer<{ render: Rendering }>(
          await renderRoute.GET(request("/api", { cookie: owner.cookie }), params({ renderId: id })),
        )
      ).body.render;
    };
    const filler = joinPath(disk, "filler");
    writeFileSync(filler, new Uint8Array(Math.max(0, room() - 200_000)));
    expect(await render()).toMatchObject({
      state: "failed",
      problem: expect.stringContaining("no room left") as string,
    });
    expect(leftovers()).toEqual([]);
    rmSync(filler);
    expect(await render()).toMatchObject({ state: "done", bytes: expect.any(Number) as number });
  });
});
