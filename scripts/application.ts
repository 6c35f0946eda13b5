import { spawn, type ChildProcess } from "node:child_process";
import { createServer } from "node:http";
import { join } from "node:path";
import next from "next";
import { configuration } from "../src/server/configuration";
import { makeGuard } from "../src/server/http/guard";
import { checkout } from "./setup/state";

/*
 * The application's own process: Next.js behind a guard that looks at each request first, and, unless they are somebody
 * else's, the background jobs in a process beside it. Needs a build, and the settings of `configuration`.
 */

/** A slow upload of two gigabytes takes as long as this. */
const longestUpload = 12 * 3600_000;
/** All other requests are here within. */
const longestWait = 60_000;
/** After being told to stop, what is still going on gets this long. */
const patience = 3000;

process.umask(0o077);
const { host, port, proxies, jobs } = configuration();

const application = next({ dev: false, dir: checkout, hostname: host, port });
await application.prepare();
const handle = application.getRequestHandler();
const guard = makeGuard(proxies);

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
// Longer than a proxy's, so that it is never the one to find a line closed.
server.keepAliveTimeout = 75_000;

let worker: ChildProcess | null = null;
let stopping = false;
/** Jobs run beside the application, which stays free to answer; a worker that dies is replaced. */
function startWorker(): void {
  if (jobs === "elsewhere" || stopping) return;
  worker = spawn(process.execPath, ["--import", "tsx", join(checkout, "scripts/worker.ts")], {
    cwd: checkout,
    stdio: ["ignore", "ignore", "inherit", "ipc"],
  });
  worker.once("exit", () => setTimeout(startWorker, 1000));
}

for (const signal of ["SIGTERM", "SIGINT"] as const)
  process.on(signal, () => {
    if (stopping) return;
    stopping = true;
    worker?.kill("SIGTERM");
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), patience).unref();
  });
server.on("error", (error) => {
  console.error(error.message);
  process.exit(1);
});
server.listen(port, host, startWorker);
