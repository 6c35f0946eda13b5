import { Store } from "./store";

/** A numbered line of changes that a page follows: the library's, the member's, or a session's by its id. */
export type Line = string;

export interface Fetching {
  /** Fetches what a line has brought since the last look, and takes it in. Rejects where the server does not answer. */
  fetch(line: Line): Promise<void>;
  /** How far a line is known here; null where it is not there yet, undefined where nobody follows it any more. */
  revisionOf(line: Line): number | null | undefined;
  /** False for an error that would come again, such as a session that was removed. */
  isPassing(error: unknown): boolean;
  wait(milliseconds: number): Promise<void>;
}

/** Milliseconds between tries, and until what is on its way by another request is looked at again. */
const [firstPause, longestPause, shortly] = [500, 15_000, 200];

/**
 * Fetches what notices tell of. A notice stands until the line is as far as it says: a fetch that fails is made again, and
 * one that was under way when the notice came, and brought what was before it, is followed by another. Lines do not
 * wait for each other; of one there is one fetch at a time.
 */
export class CatchingUp {
  /** True while a line is known to be behind and the server did not answer the last time. */
  readonly isBehind = new Store(false);
  /** The revision that each line should reach; null for whatever there is by now. */
  private readonly wanted = new Map<Line, number | null>();
  private readonly running = new Set<Line>();
  private readonly failing = new Set<Line>();
  private hurry: (() => void)[] = [];

  constructor(private readonly by: Fetching) {}

  /** A line has reached a revision, or, for null, may have changed. */
  want(line: Line, revision: number | null): void {
    const before = this.wanted.get(line);
    // What may be anything is looked at once more; a number is at least as far as those before it.
    this.wanted.set(line, revision === null || before === null ? null : Math.max(revision, before ?? 0));
    if (revision === null) this.again.add(line);
    if (!this.running.has(line)) void this.run(line);
  }
  /** Lines of which anything may have changed since their last fetch began. */
  private readonly again = new Set<Line>();

  /** Tries at once what waits for the next try, as when the network is back. */
  retry(): void {
    const waiting = this.hurry;
    this.hurry = [];
    for (const go of waiting) go();
  }

  private isReached(line: Line): boolean {
    const wanted = this.wanted.get(line);
    const at = this.by.revisionOf(line);
    if (at === undefined || wanted === undefined) return true;
    return !this.again.has(line) && (wanted === null || (at !== null && at >= wanted));
  }

  private async run(line: Line): Promise<void> {
    this.running.add(line);
    let pause = firstPause;
    while (!this.isReached(line)) {
      // It comes by a request of its own, which may bring what was before the notice.
      if (this.by.revisionOf(line) === null) {
        await this.by.wait(shortly);
        continue;
      }
      const isWhole = this.again.delete(line);
      try {
        await this.by.fetch(line);
        this.fails(line, false);
        pause = firstPause;
        if (!this.isReached(line)) await this.by.wait(shortly);
      } catch (error) {
        if (!this.by.isPassing(error)) break;
        if (isWhole) this.again.add(line);
        this.fails(line, true);
        await Promise.race([this.by.wait(pause), new Promise<void>((go) => this.hurry.push(go))]);
        pause = Math.min(longestPause, pause * 2);
      }
    }
    this.wanted.delete(line);
    this.again.delete(line);
    this.fails(line, false);
    this.running.delete(line);
  }

  private fails(line: Line, does: boolean): void {
    if (does) this.failing.add(line);
    else this.failing.delete(line);
    this.isBehind.set(this.failing.size > 0);
  }
}
