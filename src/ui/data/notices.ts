import { Store } from "./store";

/** A line at the foot of the window about what just happened. */
export interface Notice {
  readonly kind: "done" | "problem";
  readonly text: string;
  /** The beginning of the notice that this one completes; where another has come since, that one stays. */
  readonly completes?: string;
  /** It is about all that is open, and not gone once one turns to something else. */
  readonly lasting?: true;
}

/** Milliseconds: what went well need not be read; what did not stays until the next thing is done or turned to. */
const noticeStays = 8000;

/** Milliseconds: what is so fresh may be about what one has just turned to. */
const fresh = 1000;

/** The last notice, outside of React: only the line that shows it is drawn anew. */
export class NoticeBoard extends Store<Notice | null> {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private toldAt = 0;

  constructor() {
    super(null);
  }

  readonly tell = (next: Notice | null): void => {
    const now = this.get();
    if (next?.completes !== undefined && now && !now.text.startsWith(next.completes)) return;
    clearTimeout(this.timer);
    if (next?.kind === "done") this.timer = setTimeout(() => this.set(null), noticeStays);
    this.toldAt = performance.now();
    this.set(next);
  };

  /** One has turned to something else: why something was refused before is not about that. */
  readonly turn = (): void => {
    const now = this.get();
    if (now?.kind === "problem" && !now.lasting && performance.now() - this.toldAt > fresh) this.tell(null);
  };
}
