import { spawn, spawnSync, type ChildProcess } from "node:child_process";
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { request as httpsRequest } from "node:https";
import { availableParallelism, tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import pg from "pg";
import { writeWav } from "../src/core/formats/wav/write";
import { ensureDatabase, removeCluster, startPostgres, type Server } from "../scripts/setup/postgres";
import { freePort } from "../scripts/setup/run";
import { chooseFiles, eventually, press, said, target } from "./desk";

/*
 * A start without the demo, as a team would have it: bin/serve with a file of settings, behind nginx with TLS, both as
 * the examples in deploy/ have them, on an empty database of its own.
 */
const checkout = join(import.meta.dirname, "..");
const cluster = "postgres-team";

test.describe("a team's own installation", () => {
  let folder: string;
  let server: Server;
  let serving: ChildProcess;
  let nginx: ChildProcess;
  let port: number;
  let url: string;
  let output = "";
  const settings = () => join(folder, "fichier.conf");

  const start = () => {
    output = "";
    const { DATABASE_URL: _a, FICHIER_URL: _b, FICHIER_MEDIA: _c, FICHIER_SECRET: _d, ...env } = process.env;
    serving = spawn(join(checkout, "bin/serve"), ["--config", settings()], {
      env,
      stdio: ["ignore", "pipe", "pipe"],
    });
    serving.stdout!.on("data", (part: Buffer) => (output += part.toString()));
    serving.stderr!.on("data", (part: Buffer) => (output += part.toString()));
  };
  const health = async (of: "live" | "ready") =>
    (await fetch(`http://127.0.0.1:${port}/api/health/${of}`).catch(() => null))?.status ?? 0;
  const ended = () =>
    new Promise<number | null>((resolve) =>
      serving.exitCode !== null ? resolve(serving.exitCode) : serving.once("exit", resolve),
    );

  test.beforeAll(async () => {
    test.setTimeout(120_000);
    folder = mkdtempSync(join(tmpdir(), "fichier-serve-"));
    removeCluster(cluster);
    server = await startPostgres(cluster);
    await ensureDatabase(server, "team", { anew: true });
    const [plain, secure] = [await freePort(), await freePort()];
    port = await freePort();
    url = `https://127.0.0.1:${secure}`;
    const example = readFileSync(join(checkout, "deploy/fichier.conf"), "utf8");
    const set = (text: string, name: string, value: string) =>
      text.replace(new RegExp(`^${name}=.*$`, "m"), `${name}=${value}`);
    writeFileSync(
      settings(),
      [
        ["DATABASE_URL", server.url("team")],
        ["FICHIER_URL", url],
        ["FICHIER_PORT", String(port)],
        ["FICHIER_MEDIA", join(folder, "media")],
        ["FICHIER_SECRET", "0123456789abcdef".repeat(3)],
        ["FICHIER_RESERVE", "1M"],
      ].reduce((text, [name, value]) => set(text, name, value), example),
    );
    const made = spawnSync("openssl", [
      "req",
      "-x509",
      "-newkey",
      "rsa:2048",
      "-nodes",
      "-keyout",
      join(folder, "key.pem"),
      "-out",
      join(folder, "certificate.pem"),
      "-days",
      "2",
      "-subj",
      "/CN=fichier.example",
    ]);
    expect(made.status).toBe(0);
    const site = readFileSync(join(checkout, "deploy/nginx.conf"), "utf8")
      .replaceAll("/etc/ssl/fichier", folder)
      .replace("listen 80;", `listen 127.0.0.1:${plain};`)
      .replace("listen 443 ssl;", `listen 127.0.0.1:${secure} ssl;`)
      .replaceAll("127.0.0.1:3000", `127.0.0.1:${port}`);
    const temporary = ["client_body", "proxy", "fastcgi", "uwsgi", "scgi"]
      .map((kind) => `${kind}_temp_path ${join(folder, kind)};`)
      .join(" ");
    writeFileSync(
      join(folder, "nginx.conf"),
      `daemon off; pid ${join(folder, "nginx.pid")}; error_log ${join(folder, "error.log")};\nevents {}\nhttp { access_log off; ${temporary}\n${site}\n}\n`,
    );
    start();
    nginx = spawn("/usr/sbin/nginx", ["-c", join(folder, "nginx.conf")], { stdio: "inherit" });
    await eventually(() => output, { timeout: 90_000 }).toContain("/begin/fichier_begin_");
  });
  test.afterAll(async () => {
    nginx?.kill("SIGTERM");
    serving?.kill("SIGTERM");
    await ended();
    removeCluster(cluster);
    rmSync(folder, { recursive: true, force: true });
  });
  // One after the other, on what the one before has left.
  test.describe.configure({ mode: "serial" });
  test.use({ baseURL: "", ignoreHTTPSErrors: true });

  test("begins with a link that works once, and serves sessions, files, ranges and events through the proxy", async ({
    page,
    context,
  }) => {
    test.setTimeout(90_000);
    const link = /https:\/\/\S+\/begin\/\S+/.exec(output)![0];
    expect(output).not.toContain("tidal-year-demo");
    await page.goto(link);
    await page.getByLabel("Library").fill("Yard and slip");
    await page.getByLabel("Your name").fill("first owner");
    await page.getByLabel("E-mail").fill("owner@team.example");
    await page.getByLabel("Password").fill("password1234");
    await page.getByRole("button", { name: /Begin/ }).click();
    await expect(page.getByText("soon guessed")).toBeVisible();
    await page.getByLabel("Password").fill("kelp lantern 43 foreshore");
    await page.getByRole("button", { name: /Begin/ }).click();
    await page.waitForURL(/\/bench/);
    // Nothing of the demo is here.
    const client = new pg.Client({ connectionString: server.url("team") });
    await client.connect();
    const counts = await client.query<{ users: number; cards: number; libraries: number }>(
      "select (select count(*)::int from account_user) users, (select count(*)::int from card) cards, (select count(*)::int from library) libraries",
    );
    await client.end();
    expect(counts.rows).toEqual([{ users: 1, cards: 0, libraries: 1 }]);

    await expect(page.getByText("An empty bench")).toBeVisible();
    await press(page, "Alt+n");
    await page.getByRole("dialog").getByLabel("Name").fill("First day");
    await press(page, "Enter");
    await expect(page.getByText("Nothing on the bench yet")).toBeVisible();
    const sound = writeWav({
      planes: [Float32Array.from({ length: 48_000 * 40 }, (_, i) => 0.3 * Math.sin(i * 0.05))],
      sampleRate: 48_000,
    });
    await chooseFiles(page, () => press(page, "i"), {
      name: "slip.wav",
      mimeType: "audio/wav",
      buffer: Buffer.from(sound),
    });
    await expect(target(page, "slip")).toBeVisible({ timeout: 30_000 });
    await expect(page.locator("[data-rendered]")).toBeVisible({ timeout: 30_000 });

    // Another window hears of a change through the proxy's event stream.
    const second = await context.newPage();
    await second.goto(page.url());
    await expect(target(second, "slip")).toBeVisible();
    await page.bringToFront();
    await target(page, "slip").click();
    await press(page, "F2");
    await page.getByRole("dialog").getByLabel("Name").fill("slipway");
    await press(page, "Enter");
    await expect(target(second, "slipway")).toBeVisible({ timeout: 10_000 });

    // Ranges, by a script's request with the page's cookie.
    const cookie = (await context.cookies()).map((c) => `${c.name}=${c.value}`).join("; ");
    const [, libraryId, , sessionId] = new URL(page.url()).pathname.split("/");
    const {
      media: [{ id }],
    } = await page.evaluate(
      async (path) => (await (await fetch(path)).json()) as { media: { id: string }[] },
      `/api/libraries/${libraryId}/sessions/${sessionId}`,
    );
    const planes = `${url}/api/libraries/${libraryId}/media/${id}/planes`;
    const answered = await new Promise<{ status: number; bytes: number; range: string }>((resolve, reject) =>
      httpsRequest(
        planes,
        { rejectUnauthorized: false, headers: { cookie, range: "bytes=400-1399" } },
        (response) => {
          let bytes = 0;
          response.on("data", (part: Buffer) => (bytes += part.length));
          response.on("end", () =>
            resolve({
              status: response.statusCode!,
              bytes,
              range: String(response.headers["content-range"]),
            }),
          );
        },
      )
        .on("error", reject)
        .end(),
    );
    expect(answered).toEqual({ status: 206, bytes: 1000, range: `bytes 400-1399/${48_000 * 40 * 4}` });

    // The link is used up, and no other is printed any more.
    await page.goto(link);
    await expect(page.getByText("This link does not work")).toBeVisible();
  });

  test("answers by as many processes as there are cores, and goes on while one of them is replaced", async () => {
    test.setTimeout(60_000);
    const read = (pid: string, what: string) => {
      try {
        return readFileSync(`/proc/${pid}/${what}`, "utf8");
      } catch {
        return "";
      }
    };
    const answering = () =>
      readdirSync("/proc").filter(
        (pid) =>
          /^\d+$/.test(pid) &&
          read(pid, "cmdline").includes("scripts/application") &&
          read(pid, "environ").includes(`FICHIER_PORT=${port}\0`) &&
          read(pid, "environ").includes("NODE_UNIQUE_ID="),
      );
    const cores = availableParallelism();
    test.skip(cores < 2, "with one core there is one process, and nobody to go on meanwhile");
    await eventually(() => answering().length, { timeout: 20_000 }).toBe(cores);
    const before = answering();
    process.kill(Number(before[0]), "SIGKILL");
    // What had been handed to it is lost with it, until that is noticed.
    await new Promise((resolve) => setTimeout(resolve, 300));
    const answers: number[] = [];
    await eventually(
      async () => {
        answers.push(await health("live"));
        const now = answering();
        return now.length === cores && !now.includes(before[0]);
      },
      { timeout: 20_000 },
    ).toBe(true);
    expect(new Set(answers)).toEqual(new Set([200]));
  });

  test("says apart whether it runs and whether it can serve, and comes back with its database", async ({
    page,
  }) => {
    test.setTimeout(120_000);
    expect(await health("live")).toBe(200);
    await eventually(() => health("ready"), { timeout: 30_000 }).toBe(200);
    server.stop();
    await eventually(() => health("ready"), { timeout: 30_000 }).toBe(503);
    expect(await health("live")).toBe(200);
    server = await startPostgres(cluster);
    await eventually(() => health("ready"), { timeout: 60_000 }).toBe(200);
    await page.goto(`${url}/sign-in?next=/%09/host.invalid`);
    await page.getByLabel("E-mail").fill("owner@team.example");
    await page.getByLabel("Password").fill("kelp lantern 43 foreshore");
    await press(page, "Enter");
    await page.waitForURL(/\/bench/);
    // The address that was asked for is no path of this application.
    expect(new URL(page.url()).origin).toBe(url);

    // A password is changed by pointer alone; the wrong one is told at its field.
    await page.getByRole("button", { name: "first owner" }).click();
    await page.getByRole("menuitem", { name: /Change your password/ }).click();
    const fields = page.getByRole("dialog");
    await fields.getByLabel("Present password").fill("not it at all");
    await fields.getByLabel("New password", { exact: true }).fill("tern shingle 77 harbour");
    await fields.getByLabel("New password, once more").fill("tern shingle 77 harbour");
    await fields.getByRole("button", { name: /Change it/ }).click();
    await expect(fields.getByRole("alert")).toContainText("not your present password");
    await fields.getByLabel("Present password").fill("kelp lantern 43 foreshore");
    await fields.getByRole("button", { name: /Change it/ }).click();
    await expect(said(page)).toContainText("Your password is changed");
  });

  test("ends when it is told to, leaving nothing, and begins again where it was", async ({ page }) => {
    test.setTimeout(120_000);
    serving.kill("SIGTERM");
    expect(await ended()).toBe(0);
    expect(await health("live")).toBe(0);
    // With the database away it waits for it.
    server.stop();
    start();
    await eventually(() => output, { timeout: 60_000 }).toContain("does not answer yet");
    server = await startPostgres(cluster);
    await eventually(() => health("ready"), { timeout: 60_000 }).toBe(200);
    expect(output).not.toContain("/begin/");
    await page.goto(url);
    await page.getByLabel("E-mail").fill("owner@team.example");
    await page.getByLabel("Password").fill("tern shingle 77 harbour");
    await press(page, "Enter");
    await expect(target(page, "slipway")).toBeVisible({ timeout: 30_000 });
    // Only the application's user reads what it keeps.
    const open = readdirSync(join(folder, "media"), { recursive: true, withFileTypes: true })
      .map((e) => join(e.parentPath, e.name))
      .filter(
        (path) =>
          spawnSync("stat", ["-c", "%a", path], { encoding: "utf8" }).stdout.trim().slice(-2) !== "00",
      );
    expect(open).toEqual([]);
  });

  test("the unit is one that systemd takes", () => {
    test.skip(!existsSync("/usr/bin/systemd-analyze"), "there is no systemd here");
    const unit = join(folder, "fichier.service");
    writeFileSync(
      unit,
      readFileSync(join(checkout, "deploy/fichier.service"), "utf8")
        .replaceAll("/opt/fichier", checkout)
        .replace("/etc/fichier.conf", settings()),
    );
    const { stdout, stderr } = spawnSync("systemd-analyze", ["verify", unit], { encoding: "utf8" });
    expect(
      (stdout + stderr)
        .split("\n")
        .filter((line) => line.includes("fichier.service") && !/User|Group/.test(line)),
    ).toEqual([]);
  });
});
