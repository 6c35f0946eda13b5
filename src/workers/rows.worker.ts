import "@/core/type/load";
import { runRowTask, type RowTask } from "@/core/chain/render-codes";
import type { DecodedFile } from "@/core/effects/define";
import type { RowsAnswer, RowsMessage } from "./row-helpers";

/** Renders shares of pictures for the rendering worker, which reaches it by the port it is first sent. */

/** Files that were sent before. */
const files = new Map<string, DecodedFile>();

self.onmessage = ({ ports: [port] }: MessageEvent) => {
  port.onmessage = ({ data: { task, forget } }: MessageEvent<RowsMessage>) => {
    if (forget) files.clear();
    for (const [hash, file] of task.files) files.set(hash, file);
    let answer: RowsAnswer;
    try {
      const whole: RowTask = { ...task, files: [...files] };
      answer = { codes: runRowTask(whole) };
    } catch (error) {
      answer = { problem: error instanceof Error ? error.message : String(error) };
    }
    port.postMessage(answer, "codes" in answer ? [answer.codes.buffer as ArrayBuffer] : []);
  };
};
