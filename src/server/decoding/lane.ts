import { fork, type ChildProcess } from "node:child_process";
import { existsSync } from "node:fs";
import { availableParallelism } from "node:os";
import { join } from "node:path";
import { UnreadableMedia } from "@/media/process";
import { NoRoom } from "../media-store";
import { Refusal } from "../refusal";
import type { TaskAnswer } from "./process";
import type { TaskInput, TaskName, TaskResult } from "./tasks";
import { killGroup, workTime } from "./work-time";

/** For whom a task is done. */
export interface TaskOf {
  /** Tasks of one wait behind each other, not before those of others. */
  readonly owner?: string;
  /** Whoever asked has gone: the task ends, or never begins. */
  readonly signal?: AbortSignal;
}

interface Waiting extends TaskOf {
  readonly name: TaskName;
  readonly input: unknown;
  /** Milliseconds of computing. */
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

/** A task that waits for a busy machine may take so many times its limit on the clock. */
const mostWaiting = 10;

/**
 * A line of tasks that are done one after the other in a process of their own, so that what a hostile file costs, in
 * time, memory or a crash, is not the application's. A task that computes for too long, or that nobody waits for any
 * more, ends with its process and all that this has started; the next one gets a new one. Owners take turns. At most
 * `most` wait; more are refused.
 */
export class Lane {
  private readonly queue: Waiting[] = [];
  private child: ChildProcess | null = null;
  private current: Waiting | null = null;
  private timer: NodeJS.Timeout | undefined;
  private idle: NodeJS.Timeout | undefined;
  /** When each owner had their last turn, counted in turns. */
  private readonly turns = new Map<string, number>();
  private turn = 0;

  constructor(private readonly most: number) {}

  run<N extends TaskName>(
    name: N,
    input: TaskInput<N>,
    limit: number,
    { owner, signal }: TaskOf = {},
  ): Promise<TaskResult<N>> {
    if (signal?.aborted) return Promise.reject(reasonOf(signal));
    if (this.queue.length >= this.most)
      return Promise.reject(
        new Refusal(503, "busy", "Many files are being read just now.", {
          hint: "Wait a little and try again.",
        }),
      );
    return new Promise((resolve, reject) => {
      const waiting: Waiting = {
        name,
        input,
        limit,
        owner,
        signal,
        resolve: resolve as (result: unknown) => void,
        reject,
      };
      signal?.addEventListener("abort", () => this.leave(waiting, reasonOf(signal)), { once: true });
      this.queue.push(waiting);
      this.next();
    });
  }

  /** Takes a task out, whether it waits or is being done. */
  private leave(task: Waiting, reason: Error): void {
    const at = this.queue.indexOf(task);
    if (at >= 0) {
      this.queue.splice(at, 1);
      task.reject(reason);
    } else if (this.current === task) this.end(() => task.reject(reason));
  }

  /** Ends the current task with its process; what waits goes on in a new one. */
  private end(settle: () => void): void {
    killGroup(this.child?.pid);
    this.child = null;
    this.finish(settle);
    this.next();
  }

  /** The task of the owner who has waited longest for a turn. */
  private shift(): Waiting | undefined {
    const lastTurn = ({ owner }: Waiting) => (owner === undefined ? -1 : (this.turns.get(owner) ?? -1));
    const task = this.queue.reduce<Waiting | undefined>(
      (first, one) => (first && lastTurn(first) <= lastTurn(one) ? first : one),
      undefined,
    );
    if (!task) {
      // Nobody waits: the turns begin anew.
      this.turns.clear();
      return undefined;
    }
    this.queue.splice(this.queue.indexOf(task), 1);
    if (task.owner !== undefined) this.turns.set(task.owner, this.turn++);
    return task;
  }

  /** Ends the current task once it has computed for its limit; a machine that is busy with others costs it nothing. */
  private watch(task: Waiting, child: ChildProcess): void {
    const before = workTime(child.pid!) ?? 0;
    const began = Date.now();
    const look = (): void => {
      if (this.current !== task || this.child !== child) return;
      const used = workTime(child.pid!);
      const left =
        used === null ? 0 : task.limit - ((used - before) * 1000) / Math.max(1, availableParallelism());
      if (left <= 0 || Date.now() - began > mostWaiting * task.limit)
        this.end(() =>
          task.reject(
            new TookTooLong(`it takes more than ${Math.round(task.limit / 1000)} s of computing to read`),
          ),
        );
      else this.timer = setTimeout(look, Math.max(1000, left));
    };
    this.timer = setTimeout(look, task.limit);
  }

  private next(): void {
    const task = this.current ? undefined : this.shift();
    if (!task) return;
    this.current = task;
    clearTimeout(this.idle);
    const child = (this.child ??= this.start());
    child.ref();
    this.watch(task, child);
    child.send({ id: 0, name: task.name, input: task.input });
  }

  /** Ends the current task. */
  private finish(settle: () => void): void {
    clearTimeout(this.timer);
    this.current = null;
    this.child?.unref();
    // From here, not by itself: it would end just as the next task is on its way.
    this.idle = setTimeout(() => this.current || killGroup(this.child?.pid), idleFor).unref();
    settle();
  }

  private start(): ChildProcess {
    const child = fork(program(), {
      execArgv: ["--import", "tsx"],
      stdio: ["ignore", "ignore", "inherit", "ipc"],
      // The leader of a group, so that what it starts ends with it.
      detached: true,
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

const reasonOf = ({ reason }: AbortSignal): Error =>
  reason instanceof Error ? reason : new Error("nobody waits for it any more");

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
