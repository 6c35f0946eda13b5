import "@/core/type/load";
import { parentPort } from "node:worker_threads";
import { runRowTask } from "@/core/chain/render-codes";
import { LinesHelper } from "@/core/chain/shared-lines";
import type { ThreadAnswer, ThreadMessage } from "./picture-helper";

/** The thread that renders its share of a picture; see `startHelper`. */
const lines = new LinesHelper();

function answer(message: ThreadAnswer, transfer: ArrayBuffer[] = []): void {
  parentPort?.postMessage(message, transfer);
}

parentPort?.on("message", (message: ThreadMessage) => {
  if (message.kind !== "rows") return lines.take(message);
  try {
    const codes = runRowTask(message.task);
    answer({ codes }, [codes.buffer as ArrayBuffer]);
  } catch (error) {
    answer({ problem: error instanceof Error ? error.message : String(error) });
  }
});
