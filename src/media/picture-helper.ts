import { existsSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { Worker } from "node:worker_threads";
import type { RowHelpers, RowTask } from "@/core/chain/render-codes";
import type { HelperMessage } from "@/core/chain/shared-lines";
import type { CodedPicture } from "@/core/picture/coded";

/** Smaller pictures are done before a thread has started. */
const worthIt = 2_000_000;

/** What the thread is sent besides, and what it answers. */
export type ThreadMessage = HelperMessage | { readonly kind: "rows"; readonly task: RowTask };
export type ThreadAnswer = { readonly codes: CodedPicture["codes"] } | { readonly problem: string };

export interface PictureHelper {
  /** Lines of turns on shared planes. */
  post(message: HelperMessage): void;
  /** Rows of pictures of codes. */
  readonly rows: RowHelpers;
  stop(): void;
}

/**
 * Starts a second thread for a large picture; null where it is not worth it or not possible, which costs time only. The
 * thread runs the sources through tsx, as the command line does; bundles have no place for it.
 */
export function startHelper(pixels: number): PictureHelper | null {
  const path = [
    join(import.meta.dirname ?? "", "picture-thread.ts"),
    join(process.cwd(), "src/media/picture-thread.ts"),
  ].find(existsSync);
  if (pixels < worthIt || !path) return null;
  const worker = new Worker(
    `import("tsx/esm/api").then(({ register }) => { register(); return import(${JSON.stringify(pathToFileURL(path).href)}); });`,
    { eval: true },
  );
  worker.unref();
  /** Who waits for rows; a thread that ended answers nobody. */
  const waiting: ((answer: ThreadAnswer) => void)[] = [];
  const answer = (given: ThreadAnswer) => waiting.shift()?.(given);
  worker.on("message", answer);
  worker.on("error", (error) => answer({ problem: error.message }));
  worker.on("exit", () => answer({ problem: "a helper ended before its part of the picture was done" }));
  return {
    post: (message) => worker.postMessage(message),
    rows: {
      count: 1,
      run: (_, task) =>
        new Promise((resolve, reject) => {
          waiting.push((given) =>
            "codes" in given ? resolve(given.codes) : reject(new Error(given.problem)),
          );
          // It is waited for now, also where nothing else keeps the process alive.
          worker.ref();
          worker.postMessage({ kind: "rows", task } satisfies ThreadMessage, [
            task.source.codes.buffer as ArrayBuffer,
          ]);
        }),
    },
    stop: () => void worker.terminate(),
  };
}
