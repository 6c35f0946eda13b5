/** Asks for something when its turn has come; null where it is not wanted any more by then. */
export type Turn = <T>(ask: () => Promise<T>) => Promise<T | null>;

/** Renderings that wait for each other, so that what is left can be left at once: only so many are under way. */
export class Turns {
  private readonly waiting: (() => void)[] = [];
  private under = 0;
  private closed = false;

  constructor(private readonly most: number) {}

  readonly take: Turn = async (ask) => {
    if (this.under >= this.most) await new Promise<void>((resolve) => this.waiting.push(resolve));
    if (this.closed) return null;
    this.under++;
    try {
      return await ask();
    } finally {
      this.under--;
      this.waiting.shift()?.();
    }
  };

  /** What waits is not asked for any more. */
  close(): void {
    this.closed = true;
    for (const go of this.waiting.splice(0)) go();
  }

  /** Asked again after it was closed. */
  open(): void {
    this.closed = false;
  }
}
