import { fork, type ChildProcess } from "node:child_process";
import { existsSync } from "node:fs";
import { join } from "node:path";
import { UnreadableMedia } from "@/media/process";
import { NoRoom } from "../media-store";
import { Refusal } from "../refusal";
import type { TaskAnswer } from "./process";
import type { TaskInput, TaskName, TaskResult } from "./tasks";

interface Waiting {
  readonly name: TaskName;
  readonly input: unknown;
  /** Milliseconds. */
  readonly limit: number;
  resolve(result: unknown): void;
  reject(error: Error): void;
}

/** The sources are run through tsx, as the command line does; bundles have no place for a program of its own. */
const program = () =>
  [join(import.meta.dirname ?? "", "process.ts"), join(process.cwd(), "src/server/decoding/process.ts")].find(
    existsSync,
  )!;

/** Without work for so long the process ends, and gives back the memory that a large picture took. In milliseconds. */
const idleFor = 60_000;

/** A task that took longer than it may. */
export class TookTooLong extends UnreadableMedia {}

/**
 * A line of tasks that are done one after the other in a process of their own, so that what a hostile file costs, in
 * time, memory or a crash, is not the application's. A task that takes too long ends with its process; the next one gets
 * a new one. At most `most` wait; more are refused.
 */
export class Lane {
  private readonly queue: Waiting[] = [];
  private child: ChildProcess | null = null;
  private current: Waiting | null = null;
  private timer: NodeJS.Timeout | undefined;
  private idle: NodeJS.Timeout | undefined;

  constructor(private readonly most: number) {}

  run<N extends TaskName>(name: N, input: TaskInput<N>, limit: number): Promise<TaskResult<N>> {
    if (this.queue.length >= this.most)
      return Promise.reject(
        new Refusal(503, "busy", "Many files are being read just now.", {
          hint: "Wait a little and try again.",
        }),
      );
    return new Promise((resolve, reject) => {
      this.queue.push({ name, input, limit, resolve: resolve as (result: unknown) => void, reject });
      this.next();
    });
  }

  private next(): void {
    const task = this.current ? undefined : this.queue.shift();
    if (!task) return;
    this.current = task;
    clearTimeout(this.idle);
    const child = (this.child ??= this.start());
    child.ref();
    this.timer = setTimeout(() => {
      this.finish(() =>
        task.reject(new TookTooLong(`it takes longer than ${Math.round(task.limit / 1000)} s to read`)),
      );
      child.kill("SIGKILL");
    }, task.limit);
    child.send({ id: 0, name: task.name, input: task.input });
  }

  /** Ends the current task. */
  private finish(settle: () => void): void {
    clearTimeout(this.timer);
    this.current = null;
    this.child?.unref();
    // From here, not by itself: it would end just as the next task is on its way.
    this.idle = setTimeout(() => this.current || this.child?.kill("SIGKILL"), idleFor).unref();
    settle();
  }

  private start(): ChildProcess {
    const child = fork(program(), {
      execArgv: ["--import", "tsx"],
      stdio: ["ignore", "ignore", "inherit", "ipc"],
    });
    const gone = () => {
      if (this.child !== child) return;
      this.child = null;
      // Killed for lack of memory, or by what it read.
      if (this.current)
        this.finish(
          (
            (task) => () =>
              task.reject(new UnreadableMedia("reading it failed"))
          )(this.current),
        );
      this.next();
    };
    child.on("exit", gone);
    child.on("error", gone);
    child.on("message", (answer: TaskAnswer | "ready") => {
      const task = this.current;
      if (answer === "ready" || !task || this.child !== child) return;
      this.finish(() =>
        "result" in answer ? task.resolve(answer.result) : task.reject(errorOf(answer.problem)),
      );
      this.next();
    });
    // Neither it nor its line keep the application alive.
    child.unref();
    child.channel?.unref();
    return child;
  }
}

function errorOf({
  kind,
  message,
  bytes,
  code,
}: Extract<TaskAnswer, { problem: unknown }>["problem"]): Error {
  if (kind === "unreadable") return new UnreadableMedia(message);
  if (kind === "no-room") return new NoRoom(bytes!);
  return Object.assign(new Error(message), { code });
}
