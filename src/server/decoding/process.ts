import { constants, setPriority } from "node:os";
import { UnreadableMedia } from "@/media/process";
import { FormatFault } from "@/core/chain/fault";
import { NoRoom } from "../media-store";
import { tasks, type TaskName } from "./tasks";
import { killGroup } from "./work-time";

/* The process in which `Lane` has its tasks done. It ends with whoever started it. */

export interface TaskMessage {
  readonly id: number;
  readonly name: TaskName;
  readonly input: never;
}
export type TaskAnswer =
  | { readonly id: number; readonly result: unknown }
  | {
      readonly id: number;
      readonly problem: {
        readonly kind: "unreadable" | "no-room" | "other";
        readonly message: string;
        readonly bytes?: number;
        readonly code?: string;
      };
    };

const problemOf = (error: unknown): Extract<TaskAnswer, { problem: unknown }>["problem"] => {
  if (error instanceof UnreadableMedia || error instanceof FormatFault)
    return { kind: "unreadable", message: error.message };
  if (error instanceof NoRoom) return { kind: "no-room", message: error.message, bytes: error.bytes };
  for (let e: unknown = error; e instanceof Error; e = e.cause)
    if ((e as { code?: string }).code)
      return { kind: "other", message: e.message, code: (e as { code?: string }).code };
  return { kind: "other", message: error instanceof Error ? error.message : String(error) };
};

process.umask(0o077);
// Whoever waits for an answer comes before a file that is read.
setPriority(constants.priority.PRIORITY_BELOW_NORMAL);
// What it has started, such as ffmpeg, goes with it: it leads a group of its own.
process.on("disconnect", () => killGroup(process.pid));
// It may have gone before this line was read.
if (!process.connected) killGroup(process.pid);
process.on("message", ({ id, name, input }: TaskMessage) => {
  tasks[name](input)
    .then(
      (result): TaskAnswer => ({ id, result }),
      (error): TaskAnswer => ({ id, problem: problemOf(error) }),
    )
    .then((answer) => process.send!(answer));
});
process.send!("ready");
