import { spawn, type ChildProcess } from "node:child_process";
import { cpSync, existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { cacheName, seedDemo } from "../../demo/seed";
import { connect } from "../../src/db/connection";
import { bringUpToDate } from "../../src/db/migrate";
import { filesBelow } from "./build";
import { capture, isFree, show } from "./run";
import { checkout, isAlive, readJson, say, secrets, statePath, Trouble } from "./state";

interface AppFile {
  readonly pid: number;
  readonly starter: number;
}

const appFile = (port: number) => statePath(`application-${port}.json`);

/** Ends an application that a killed start left behind; complains where somebody else has the port. */
export async function clearPort(port: number): Promise<void> {
  const left = readJson<AppFile>(appFile(port));
  if (left && isAlive(left.pid) && isOurs(left.pid)) {
    if (isAlive(left.starter))
      throw new Trouble(
        `Fichier is already served from this checkout at this port, by process ${left.starter}. Stop that one first.`,
      );
    say("ending an application that was left running");
    process.kill(left.pid, "SIGKILL");
    for (let i = 0; i < 50 && isAlive(left.pid); i++) await new Promise((r) => setTimeout(r, 100));
  }
  rmSync(appFile(port), { force: true });
  if (!(await isFree(port)))
    throw new Trouble(
      `Port ${port} is taken by another program. Choose another: bin/start --port ${port + 1}`,
    );
}

/** A process number may have been given to another program since. */
function isOurs(pid: number): boolean {
  const path = `/proc/${pid}/cmdline`;
  return existsSync(path) && readFileSync(path, "utf8").includes("scripts/application");
}

export const environment = (url: string, port: number, mediaFolder: string): NodeJS.ProcessEnv => ({
  ...process.env,
  NODE_ENV: "production",
  NEXT_TELEMETRY_DISABLED: "1",
  DATABASE_URL: url,
  FICHIER_SECRET: secrets().cookieSecret,
  FICHIER_MEDIA: mediaFolder,
  FICHIER_URL: `http://127.0.0.1:${port}`,
  FICHIER_HOST: "127.0.0.1",
  FICHIER_PORT: String(port),
});

/** Brings a database's tables up to date. */
export async function migrateDatabase(url: string): Promise<void> {
  const db = connect(url);
  try {
    await bringUpToDate(db, join(checkout, "src/db/migrations"));
  } finally {
    await db.$client.end();
  }
}

/** Brings the database's tables up to date and fills in the demo where it is missing. */
export async function prepareDatabase(url: string, mediaFolder: string): Promise<void> {
  await migrateDatabase(url);
  const db = connect(url);
  try {
    process.env.FICHIER_MEDIA = mediaFolder;
    const sources = [
      ...filesBelow(join(checkout, "demo/pictures")),
      ...filesBelow(join(checkout, "demo/sound")),
      join(checkout, "demo/material.ts"),
    ];
    const cache = statePath("demo-files", cacheName(sources.map((f) => readFileSync(f, "utf8"))));
    // Material is its owner's alone to read, here as in the application.
    const usual = process.umask(0o077);
    try {
      await seedDemo(db, secrets().cookieSecret, cache, say);
    } finally {
      process.umask(usual);
    }
  } finally {
    await db.$client.end();
  }
}

/** Finds out what the cards of a database do, all at once, where the application's worker would little by little. */
export async function measureCards(url: string, mediaFolder: string): Promise<void> {
  const args = ["--import", "tsx", join(checkout, "scripts/measure-cards.ts")];
  const code = await show(process.execPath, args, { cwd: checkout, env: environment(url, 0, mediaFolder) });
  if (code !== 0) throw new Trouble("What the cards do could not be measured.");
}

/** Fills a database and a folder of material with those of another one, by pg_dump. */
export function copyLibraries(
  from: { url: string; media: string },
  to: { url: string; media: string },
): void {
  const dump = capture("pg_dump", ["--no-owner", "--no-privileges", "--dbname", from.url]);
  capture("psql", ["--quiet", "--set", "ON_ERROR_STOP=1", "--dbname", to.url], { input: dump });
  cpSync(from.media, to.media, { recursive: true });
}

interface ServeOptions {
  readonly quiet?: boolean;
  /** Its environment is this process's own, all of it. */
  readonly own?: boolean;
  /** Take sources as they are, without a build, and anew when they change. */
  readonly develop?: boolean;
  /** Write down that it runs, so that a later start can end it where this one was killed. */
  readonly remember?: boolean;
}

/** After so long without an answer it is said what is waited for, in milliseconds. */
const saidAfter = 10_000;

/** Serves the application on loopback; resolves when it answers, however long a slow machine takes. */
export async function serve(
  url: string,
  port: number,
  mediaFolder: string,
  { quiet = false, own = false, remember = true, develop = false }: ServeOptions = {},
): Promise<ChildProcess> {
  const args = ["--import", "tsx", join(checkout, "scripts/application.ts")];
  // A group of its own: Ctrl-C reaches this process alone, which then ends the application in order.
  const child = spawn(process.execPath, args, {
    cwd: checkout,
    env: {
      ...(own
        ? { ...process.env, NODE_ENV: "production", NEXT_TELEMETRY_DISABLED: "1" }
        : environment(url, port, mediaFolder)),
      ...(develop && { NODE_ENV: "development" }),
    },
    // By its line to this process it knows when this one has gone.
    stdio: ["ignore", quiet ? "ignore" : "inherit", "inherit", "ipc"],
    detached: true,
  });
  child.channel?.unref();
  if (remember) {
    writeFileSync(appFile(port), JSON.stringify({ pid: child.pid, starter: process.pid }));
    child.once("exit", () => rmSync(appFile(port), { force: true }));
  }
  let isSaid = false;
  for (const began = Date.now(); child.exitCode === null && child.signalCode === null;) {
    const answer = await fetch(
      `http://${own ? (process.env.FICHIER_HOST ?? "127.0.0.1") : "127.0.0.1"}:${port}/api/health/live`,
    ).catch(() => null);
    if (answer?.ok) return child;
    if (!isSaid && Date.now() - began > saidAfter) {
      isSaid = true;
      say("the application is still loading; it is waited for until it answers");
    }
    await new Promise((r) => setTimeout(r, 100));
  }
  throw new Trouble(
    `The application ended while it started (${child.signalCode ?? `exit code ${child.exitCode}`}). What it said itself stands above; where there is nothing, it was ended from outside, as for want of memory.`,
  );
}
