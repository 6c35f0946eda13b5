import { Store } from "./store";

/** A line at the foot of the window about what just happened. */
export interface Notice {
  readonly kind: "done" | "problem";
  readonly text: string;
  /** The beginning of the notice that this one completes; where another has come since, that one stays. */
  readonly completes?: string;
}

/** Milliseconds: what went well need not be read; what did not stays until the next thing is done. */
const noticeStays = 8000;

/** The last notice, outside of React: only the line that shows it is drawn anew. */
export class NoticeBoard extends Store<Notice | null> {
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    super(null);
  }

  readonly tell = (next: Notice | null): void => {
    const now = this.get();
    if (next?.completes !== undefined && now && !now.text.startsWith(next.completes)) return;
    clearTimeout(this.timer);
    if (next?.kind === "done") this.timer = setTimeout(() => this.set(null), noticeStays);
    this.set(next);
  };
}
