import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, readdirSync, rmSync } from "node:fs";
import { request } from "node:http";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Worker } from "node:worker_threads";
import sharp from "sharp";
import { demoPassword } from "../demo/members";
import { prepareDatabase, serve } from "../scripts/setup/application";
import { ensureBuild } from "../scripts/setup/build";
import { ensureDatabase, startPostgres } from "../scripts/setup/postgres";
import { freePort } from "../scripts/setup/run";

/** * What hostile requests cost the application: how much its own process grows, how long it is deaf (the longest wait for
 * `/api/health/live`, asked every 20 ms from here), and what all its processes take together.
 */
export async function benchHostile(): Promise<void> {
  await ensureBuild();
  const server = await startPostgres();
  const name = `fichier_hostile_${process.pid}`;
  await ensureDatabase(server, name, { anew: true });
  const media = mkdtempSync(join(tmpdir(), "fichier-hostile-"));
  await prepareDatabase(server.url(name), media);
  const port = await freePort();
  const base = `http://127.0.0.1:${port}`;
  const application = await serve(server.url(name), port, media, { quiet: true, remember: false });

  const rss = (pid: number) =>
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024;
  function family(): number {
    const parents = new Map<number, number>();
    for (const entry of readdirSync("/proc").filter((e) => /^\d+$/.test(e)))
      try {
        parents.set(
          Number(entry),
          Number(readFileSync(`/proc/${entry}/stat`, "utf8").split(") ")[1].split(" ")[1]),
        );
      } catch {
        // It has ended meanwhile.
      }
    let sum = 0;
    for (const pid of parents.keys())
      for (let p: number | undefined = pid; p; p = parents.get(p))
        if (p === application.pid) {
          try {
            sum += rss(pid);
          } catch {
            // Likewise.
          }
          break;
        }
    return sum;
  }

  async function measure(what: string, work: () => Promise<string>): Promise<void> {
    let [own, all] = [0, 0];
    const before = rss(application.pid!);
    // In a thread of its own: this one is busy sending.
    const prober = new Worker(
      `const { parentPort } = require("node:worker_threads");
       let [longest, going] = [0, true];
       parentPort.on("message", () => (going = false));
       (async () => {
         // The first answers make the line and load what they need.
         for (let i = 0; i < 10; i++) await fetch("${base}/api/health/live").then((r) => r.text()).catch(() => undefined);
         parentPort.postMessage("ready");
         while (going) {
           const began = performance.now();
           await fetch("${base}/api/health/live").then((r) => r.text()).catch(() => undefined);
           longest = Math.max(longest, performance.now() - began);
           await new Promise((resolve) => setTimeout(resolve, 20));
         }
         parentPort.postMessage(longest);
         process.exit(0);
       })();`,
      { eval: true },
    );
    await new Promise((resolve) => prober.once("message", resolve));
    const sizes = setInterval(
      () => ([own, all] = [Math.max(own, rss(application.pid!)), Math.max(all, family())]),
      50,
    );
    const began = performance.now();
    const answers = await work();
    const took = performance.now() - began;
    clearInterval(sizes);
    prober.postMessage("enough");
    const stall = await new Promise<number>((resolve) => prober.once("message", resolve));
    console.log(
      `${what.padEnd(46)} ${answers.padEnd(26)} ${(took / 1000).toFixed(1).padStart(6)} s   application ${before.toFixed(0)} to ${Math.max(before, own).toFixed(0)} MB, with its helpers ${all.toFixed(0)} MB, deaf for at most ${stall.toFixed(0)} ms`,
    );
  }

  /** Sends so many bytes, as long as they are taken; gives the status, or 0 where the line was closed. */
  const pour = (path: string, bytes: number, headers: Record<string, string>, announced: boolean) =>
    new Promise<number>((resolve) => {
      const asked = request(
        {
          host: "127.0.0.1",
          port,
          path,
          method: "POST",
          headers: {
            "content-type": "application/json",
            ...headers,
            ...(announced && { "content-length": String(bytes) }),
          },
        },
        (response) => {
          response.resume();
          resolve(response.statusCode!);
          asked.destroy();
        },
      );
      asked.on("error", () => resolve(0));
      const chunk = Buffer.alloc(1 << 20, 0x20);
      let sent = 0;
      const more = () => {
        while (sent < bytes && !asked.destroyed) {
          sent += chunk.length;
          if (!asked.write(chunk)) return void asked.once("drain", more);
        }
        asked.end();
      };
      more();
    });

  const signedIn = await fetch(`${base}/api/auth/sign-in/email`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: base },
    body: JSON.stringify({ email: "owner@island.example", password: demoPassword }),
  });
  const cookie = signedIn.headers
    .getSetCookie()
    .map((c) => c.split(";")[0])
    .join("; ");
  const { libraries } = (await (await fetch(`${base}/api/libraries`, { headers: { cookie } })).json()) as {
    libraries: { id: string }[];
  };
  const library = `/api/libraries/${libraries[0].id}`;
  const bring = async (fileName: string, body: Uint8Array) => {
    const response = await fetch(`${base}${library}/material?name=${fileName}`, {
      method: "POST",
      headers: { cookie, origin: base },
      body: body as BodyInit,
    });
    const { media } = (await response.json()) as { media?: { id: string } };
    return { status: response.status, id: media?.id };
  };

  // Once each: a route's modules are loaded at its first use, a quarter of a second that no input lengthens.
  for (const path of ["/api/invitations/none/accept", `${library}/commands/keep-card`])
    await pour(path, 1, { cookie, origin: base }, true);
  const four = async (path: string, headers: Record<string, string>, announced: boolean) =>
    (await Promise.all([1, 2, 3, 4].map(() => pour(path, 480 * 2 ** 20, headers, announced)))).join(" ");
  await measure("nothing, for 5 s", () => new Promise((resolve) => setTimeout(() => resolve(""), 5000)));
  await measure("4 × 480 MB to sign-in, announced", () => four("/api/auth/sign-in/email", {}, true));
  await measure("4 × 480 MB to sign-in, in chunks", () => four("/api/auth/sign-in/email", {}, false));
  await measure("4 × 480 MB to an invitation, in chunks", () =>
    four("/api/invitations/none/accept", {}, false),
  );
  await measure("4 × 480 MB to a command, by a member, in chunks", () =>
    four(`${library}/commands/keep-card`, { cookie, origin: base }, false),
  );
  await measure(".cube of 63 MB of line ends", async () =>
    String(
      (
        await bring(
          "lines.cube",
          Buffer.concat([Buffer.from("LUT_3D_SIZE 2\n"), Buffer.alloc(63 * 2 ** 20, "\n")]),
        )
      ).status,
    ),
  );
  const silent = join(media, "silent.flac");
  spawnSync("ffmpeg", [
    "-v",
    "error",
    "-y",
    "-f",
    "lavfi",
    "-i",
    "anullsrc=r=48000:cl=stereo",
    "-t",
    "3600",
    silent,
  ]);
  await measure("FLAC of an hour of silence", async () =>
    String((await bring("silent.flac", readFileSync(silent))).status),
  );
  const large = await sharp({ create: { width: 10_900, height: 11_000, channels: 3, background: "teal" } })
    .png()
    .toBuffer();
  await measure(`4 pictures of 120 megapixels (${(large.length / 2 ** 20).toFixed(1)} MB each)`, async () =>
    (
      await Promise.all(
        [0, 1, 2, 3].map((n) => bring(`large-${n}.png`, Buffer.concat([large, Buffer.from([n])]))),
      )
    )
      .map((r) => r.status)
      .join(" "),
  );
  const { id } = await bring("window.png", Buffer.concat([large, Buffer.from([0])]));
  await measure("20 windows of one of them, at once", async () => {
    const answers = await Promise.all(
      Array.from({ length: 20 }, async (_, i) => {
        const response = await fetch(
          `${base}${library}/media/${id}/window?left=${i * 100}&top=${i * 50}&width=2000&height=1500`,
          { headers: { cookie } },
        );
        await response.arrayBuffer();
        return response.status;
      }),
    );
    return `${answers.filter((s) => s === 200).length} × 200`;
  });

  application.kill("SIGTERM");
  await new Promise((resolve) => application.once("exit", resolve));
  rmSync(media, { recursive: true, force: true });
  server.stop();
}
