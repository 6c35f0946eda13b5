import { spawn, type ChildProcess } from "node:child_process";
import cluster from "node:cluster";
import { createServer } from "node:http";
import { join } from "node:path";
import next from "next";
import { configuration } from "../src/server/configuration";
import { makeGuard } from "../src/server/http/guard";
import { checkout } from "./setup/state";

/*
 * The application: Next.js behind a guard that looks at each request first, in as many processes as the settings say,
 * and, unless they are somebody else's, the background jobs in a process beside them. Processes hold nothing of their own:
 * they meet in the database. Needs the settings of `configuration` and, unless NODE_ENV is "development", a build.
 */

/** A slow upload of two gigabytes takes as long as this. */
const longestUpload = 12 * 3600_000;
/** All other requests are here within. */
const longestWait = 60_000;
/** After being told to stop, what is still going on gets this long. */
const patience = 3000;
/** A process that dies is replaced after so long, in milliseconds. */
const replacedAfter = 1000;

process.umask(0o077);
const { host, port, proxies, jobs, processes } = configuration();
/** Sources are taken as they are, and anew when they change; without a build, in one process. */
const isDevelopment = process.env.NODE_ENV === "development";

let stopping = false;
/** Does something once when this process is told to stop, and goes when that is done, or patience ends. */
function whenStopped(end: (gone: () => void) => void): void {
  for (const signal of ["SIGTERM", "SIGINT"] as const)
    process.on(signal, () => {
      if (stopping) return;
      stopping = true;
      end(() => process.exit(0));
      setTimeout(() => process.exit(0), patience).unref();
    });
}

/** Answers requests in this process. */
async function answer(): Promise<void> {
  const application = next({ dev: isDevelopment, dir: checkout, hostname: host, port });
  await application.prepare();
  const handle = application.getRequestHandler();
  const guard = makeGuard(proxies, { isDevelopment });
  const server = createServer((request, response) => {
    if (!guard(request, response)) return;
    if (!/\/material(\?|$)/.test(request.url ?? "") && request.method !== "GET") {
      const late = setTimeout(() => request.complete || request.destroy(), longestWait);
      request.once("close", () => clearTimeout(late));
    }
    void handle(request, response);
  });
  server.requestTimeout = longestUpload;
  server.headersTimeout = 20_000;
  // The line by which a page that is developed hears of changes.
  if (isDevelopment) server.on("upgrade", application.getUpgradeHandler());
  // Longer than a proxy's, so that it is never the one to find a line closed.
  server.keepAliveTimeout = 75_000;
  whenStopped((gone) => {
    server.close(gone);
    server.closeIdleConnections();
  });
  server.on("error", (error) => {
    console.error(error.message);
    process.exit(1);
  });
  await new Promise<void>((resolve) => server.listen(port, host, resolve));
}

let worker: ChildProcess | null = null;
/** Jobs run beside the application, which stays free to answer; a worker that dies is replaced. */
function startWorker(): void {
  if (jobs === "elsewhere" || stopping) return;
  worker = spawn(process.execPath, ["--import", "tsx", join(checkout, "scripts/worker.ts")], {
    cwd: checkout,
    stdio: ["ignore", "ignore", "inherit", "ipc"],
  });
  worker.once("exit", () => setTimeout(startWorker, replacedAfter));
}

/** Has requests answered by several processes; resolves when the first of them does. */
async function answerTogether(): Promise<void> {
  let isServed = false;
  cluster.on("exit", () => {
    if (stopping) return;
    // What keeps one from starting keeps all: the settings, the port.
    if (!isServed) process.exit(1);
    setTimeout(() => stopping || cluster.fork(), replacedAfter);
  });
  for (let i = 0; i < processes; i++) cluster.fork();
  await new Promise((resolve) => cluster.once("listening", resolve));
  isServed = true;
}

if (cluster.isWorker || processes === 1 || isDevelopment) await answer();
else {
  whenStopped((gone) => {
    let left = Object.keys(cluster.workers ?? {}).length;
    if (left === 0) gone();
    cluster.on("exit", () => --left === 0 && gone());
    for (const each of Object.values(cluster.workers ?? {})) each?.kill("SIGTERM");
  });
  await answerTogether();
}
if (cluster.isPrimary) {
  // The parent process has ended: stop as if it had sent SIGTERM.
  if (process.send) process.on("disconnect", () => process.kill(process.pid, "SIGTERM"));
  process.on("exit", () => worker?.kill("SIGTERM"));
  startWorker();
}
