/** How many frames are made ahead of the one that is shown. */
const most = 3;
/** How much of what a frame takes is remembered from one to the next. */
const memory = 0.85;
/** How much earlier than its time a frame may be shown, in seconds: half of what a screen shows it for. */
const tolerance = 1 / 120;

interface Made {
  /** Milliseconds. */
  readonly took: number;
  /** It was there already, which says nothing of what others take. */
  readonly wasKept: boolean;
}

interface Due<M> {
  /** Within the range. */
  readonly index: number;
  readonly made: M;
  readonly small: boolean;
  /** Its time, in seconds of the clock; going on through the rounds. */
  readonly at: number;
}

interface Film<M> {
  /** Of the range that goes round. */
  readonly frames: number;
  /** Seconds of one. */
  readonly lasts: number;
  /** Seconds into the range, now. */
  clock(): number;
  /** Makes a frame of the range, at half its size where `small`; null where something else came in between. */
  make(index: number, small: boolean): Promise<M | null>;
  onSize(small: boolean): void;
}

/**
 * Makes the frames of a range that is played round and round a few ahead of their time, so that one that takes longer
 * than others is not shown late. What could not be there in time is left out; where too much would be, frames are made
 * at half their size, as long as what is played stays the same.
 */
export class FilmAhead<M extends Made> {
  private queue: Due<M>[] = [];
  /** Numbers go on through the rounds. */
  private next: number;
  private lastClock: number;
  private rounds = 0;
  private small = false;
  private version = 0;
  /** Milliseconds that a frame takes until it is there, and that one of this size takes to be made; null: not known. */
  private usual = 0;
  private making: number | null = null;
  /** The first one opens what the others are read from. */
  private isFirst = true;
  private isTried = false;
  private isStopped = false;
  private goOn: () => void = () => undefined;

  constructor(private readonly film: Film<M>) {
    this.lastClock = film.clock();
    this.next = Math.floor(this.lastClock / film.lasts + 1e-6);
  }

  private get length(): number {
    return this.film.frames * this.film.lasts;
  }

  /** Seconds of the clock, going on through the rounds. */
  now(): number {
    const at = this.film.clock();
    if (at < this.lastClock - this.length / 2) this.rounds++;
    this.lastClock = at;
    return this.rounds * this.length + at;
  }

  /** Makes frames until it is stopped. Rejects with what `make` does. */
  async run(): Promise<void> {
    const { frames, lasts } = this.film;
    while (!this.isStopped) {
      if (this.queue.length >= most) {
        await new Promise<void>((resolve) => (this.goOn = resolve));
        continue;
      }
      const n = Math.max(this.next, Math.floor((this.now() + this.usual / 1000) / lasts + 1e-6));
      const { version, small } = this;
      const made = await this.film.make(n % frames, small);
      if (this.isStopped) return;
      if (!made || version !== this.version) continue;
      this.queue.push({ index: n % frames, made, small, at: n * lasts });
      this.next = n + 1;
      this.learn(made, small);
    }
  }

  /** The frame whose time has come once it will be seen, `until` seconds from now, if it was not given before. */
  take(until = 0): Due<M> | null {
    const now = this.now() + until + tolerance;
    let due: Due<M> | null = null;
    while (this.queue.length > 0 && this.queue[0].at <= now) due = this.queue.shift()!;
    if (due) this.goOn();
    return due;
  }

  /** What is played is something else from now on: what was made ahead is no longer right. */
  change(): void {
    this.version++;
    if (this.queue.length > 0) this.next = Math.round(this.queue[0].at / this.film.lasts);
    this.queue = [];
    this.isTried = false;
    this.making = null;
    this.goOn();
  }

  stop(): void {
    this.isStopped = true;
    this.goOn();
  }

  private learn({ took, wasKept }: Made, small: boolean): void {
    const averaged = (before: number, now: number) => memory * before + (1 - memory) * now;
    if (this.isFirst) {
      this.isFirst = false;
      return;
    }
    this.usual = this.usual === 0 ? took : averaged(this.usual, took);
    if (wasKept || small !== this.small) return;
    const isNew = this.making === null;
    const making = (this.making = averaged(this.making ?? took, took));
    const lasts = 1000 * this.film.lasts;
    // One alone says much only where it is far too late.
    if (!small && (isNew ? making > 2 * lasts : making > lasts)) return this.resize(true);
    if (!small || isNew) return;
    // The whole takes four times as much at most; where it seems to take less it is tried once.
    if (making < lasts / 5) return this.resize(false);
    if (making < lasts / 2 && !this.isTried && this.queue.length === most) {
      this.isTried = true;
      this.resize(false);
    }
  }

  private resize(small: boolean): void {
    this.small = small;
    this.making = null;
    this.usual = 0;
    this.film.onSize(small);
  }
}
