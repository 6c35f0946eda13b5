import { v7 as newId } from "uuid";
import type { InPlaceWork } from "@/core/api/commands/in-place-input";
import { askInPlace } from "@/core/api/operations/ask-in-place";
import { cancelRender } from "@/core/api/operations/cancel-render";
import { oneRender, type Rendering } from "@/core/api/operations/one-render";
import { ask, isPassing } from "../../data/api";
import { Store } from "../../data/store";
import { sleep } from "../../data/until-answered";

/** The rendering in place that is under way: its name, and the share that is done (0…1). */
export interface InPlaceState {
  readonly name: string;
  readonly progress: number;
}

/** The server, as far as renderings in place need it. */
export interface RenderLine {
  begin(work: InPlaceWork): Promise<Rendering>;
  look(id: string): Promise<Rendering>;
  /** Stops it, where it has not ended; answers how it stands. */
  stop(id: string): Promise<Rendering>;
  /** Until it is looked at again. */
  rest(): Promise<unknown>;
  /** Whether the server may answer later to what it did not answer to. */
  isPassing(error: unknown): boolean;
}

const lookEvery = 250;

export const renderLine = (libraryId: string): RenderLine => ({
  begin: async (work) => (await ask(askInPlace, { libraryId }, { ...work, requestId: newId() })).render,
  look: async (renderId) => (await ask(oneRender, { libraryId, renderId })).render,
  stop: async (renderId) => (await ask(cancelRender, { libraryId, renderId })).render,
  rest: () => sleep(lookEvery),
  isPassing,
});

/** One rendering that was asked for and has not ended. */
interface Run {
  /** Known once the server has taken it. */
  id?: string;
  isUnwanted: boolean;
  readonly ended: Promise<Rendering>;
}

const isOver = ({ state }: Rendering) => state !== "waiting" && state !== "running";

/**
 * The renderings in place of a bench. Taking back is about the latest one that has not ended: it is stopped, and
 * nothing that was done before it is touched.
 */
export class InPlaceRuns extends Store<InPlaceState | null> {
  private readonly runs: Run[] = [];

  constructor(private readonly line: RenderLine) {
    super(null);
  }

  /** Has something rendered once `ready`, and resolves to how that ended. Rejects where it cannot be asked for. */
  render(makeWork: () => InPlaceWork, ready: Promise<unknown>): Promise<Rendering> {
    const run: Run = {
      isUnwanted: false,
      ended: Promise.resolve().then(() => this.follow(run, makeWork, ready)),
    };
    this.runs.push(run);
    return run.ended.finally(() => {
      this.runs.splice(this.runs.indexOf(run), 1);
      if (this.runs.length === 0) this.set(null);
    });
  }

  /**
   * Stops the latest that has not ended. Resolves to `idle` where none was under way, to `stopped` where it has changed
   * nothing, and to `done` where it had changed the session before it could be stopped.
   */
  async stopLatest(): Promise<"idle" | "stopped" | "done"> {
    const run = this.runs.findLast(({ isUnwanted }) => !isUnwanted);
    if (!run) return "idle";
    run.isUnwanted = true;
    if (run.id !== undefined) await this.line.stop(run.id);
    const state = await run.ended.then(
      (ended) => ended.state,
      () => "failed",
    );
    return state === "done" ? "done" : "stopped";
  }

  private async follow(run: Run, makeWork: () => InPlaceWork, ready: Promise<unknown>): Promise<Rendering> {
    await ready;
    let now = await this.line.begin(makeWork());
    run.id = now.id;
    // It was taken back before the server had heard of it.
    if (run.isUnwanted) now = await this.line.stop(now.id);
    while (!isOver(now)) {
      this.set({ name: now.name, progress: now.progress });
      await this.line.rest();
      try {
        now = await this.line.look(now.id);
      } catch (error) {
        // The server goes on with it while nobody can look.
        if (!this.line.isPassing(error)) throw error;
      }
    }
    return now;
  }
}
