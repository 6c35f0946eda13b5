import { existsSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { Worker } from "node:worker_threads";
import type { HelperMessage } from "@/core/chain/shared-lines";

/** Smaller pictures are done before a thread has started. */
const worthIt = 2_000_000;

/**
 * Starts a second thread for a large picture; null where it is not worth it or not possible, which costs time only. The
 * thread runs the sources through tsx, as the command line does; bundles have no place for it.
 */
export function startHelper(pixels: number): { post(message: HelperMessage): void; stop(): void } | null {
  const path = [join(import.meta.dirname ?? "", "lines-helper.ts"), join(process.cwd(), "src/media/lines-helper.ts")].find(existsSync);
  if (pixels < worthIt || !path) return null;
  const worker = new Worker(`import("tsx/esm/api").then(({ register }) => { register(); return import(${JSON.stringify(pathToFileURL(path).href)}); });`, { eval: true });
  worker.unref();
  worker.on("error", () => undefined);
  return { post: (message) => worker.postMessage(message), stop: () => void worker.terminate() };
}
