/** What of a press tells whether it waits. */
type Press = Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "isTrusted" | "target">;

/** How presses are done again, and whether what is typed just now goes into a field. */
export interface Pressing<P extends Press> {
  again(press: P): void;
  isTyping(): boolean;
}

/** What a page that is not running yet has taken up; see `firstPresses`. */
interface FirstPresses {
  readonly presses: KeyboardEvent[];
  /** Takes no more. */
  end(): void;
}

declare global {
  interface Window {
    firstPresses?: FirstPresses;
  }
}

/**
 * Takes up what is pressed before the page runs. Stands by itself: its text is put into the page ahead of all scripts.
 * What belongs to the browser, such as loading again, stays the browser's.
 */
export function firstPresses(): void {
  const presses: KeyboardEvent[] = [];
  const hold = (press: KeyboardEvent) => {
    const isBrowsers =
      press.ctrlKey || press.metaKey || /^(F\d+|Tab|Alt|Control|Meta|Shift)$/.test(press.key);
    if (isBrowsers || press.target !== document.body) return;
    press.preventDefault();
    press.stopImmediatePropagation();
    presses.push(press);
  };
  window.addEventListener("keydown", hold, true);
  window.firstPresses = { presses, end: () => window.removeEventListener("keydown", hold, true) };
}

const isModifier = ({ key }: Press): boolean => ["Alt", "Control", "Meta", "Shift"].includes(key);

/** What the browser does by itself and nobody could do again for it. */
const isBrowsers = ({ key, ctrlKey, metaKey }: Press): boolean =>
  /^F\d+$/.test(key) || ((ctrlKey || metaKey) && /^[b-xB-X0-9+\-=]$/.test(key));

/** Where text is typed. */
export const isField = (at: EventTarget | null): boolean =>
  at instanceof HTMLElement && at.matches("input, textarea, select, [contenteditable]");

/** Why presses wait. */
interface Reason {
  /** Whether presses in a field wait as well. */
  readonly inFields: boolean;
  /** Esc does not wait, and drops what does: the way out of what takes too long. */
  readonly isLeft: boolean;
}

/**
 * Presses that wait for the screen they were meant for, in their order: else who types fast would act on what is about to
 * go, or have the letters of a word run as commands. What is typed into a field goes on being typed.
 */
export class HeldPresses<P extends Press> {
  private held: P[] = [];
  /** Everything that is waited for. */
  private readonly reasons = new Set<Reason>();

  constructor(private readonly by: Pressing<P>) {}

  /** Whether a press waits; whoever gave it takes it from the page then. */
  take(press: P, isInField: boolean): boolean {
    if (this.reasons.size === 0 && this.held.length === 0) return false;
    // Those that are done again come through here as well, and are not the browser's own.
    if (!press.isTrusted || isModifier(press) || isBrowsers(press)) return false;
    if (press.key === "Escape" && this.has("isLeft")) {
      this.drop();
      return false;
    }
    if (isInField && !this.has("inFields")) {
      // A press in a field goes there at once, unless earlier presses are still held: those come first.
      if (this.held.length === 0) return false;
      setTimeout(() => void this.letGo());
    }
    this.held.push(press);
    return true;
  }

  /** Puts before all others what was pressed when nothing listened yet. */
  begin(first: readonly P[]): void {
    this.held.unshift(...first);
  }

  /**
   * Lets presses wait until the returned function is called; for `longest` milliseconds at most, after which they act on
   * what is there. Presses in a field wait only where `inFields` says so: the field is about to lose
   * the focus.
   */
  wait({ longest = Infinity, inFields = false, isLeft = false } = {}): () => void {
    const reason = { inFields, isLeft };
    this.reasons.add(reason);
    const enough = Number.isFinite(longest) ? setTimeout(() => this.end(reason), longest) : undefined;
    return () => {
      clearTimeout(enough);
      this.end(reason);
    };
  }

  /** What they were meant for will not come. */
  drop(): void {
    this.held = [];
  }

  private end(reason: Reason): void {
    // After whatever else follows from what has come, such as which row is selected.
    if (this.reasons.delete(reason) && this.reasons.size === 0) setTimeout(() => void this.letGo());
  }

  /**
   * One after another, as each may open something that takes the next, and other rows may be asked for by one; but
   * without a pause in which the browser could bring a newer press first. React draws what a press changed in the
   * microtask after it, as it does for the browser's own. Where one of them has gone to a field, those after it are typed
   * there, whatever rows that asks for: the next letter comes there at once.
   */
  private async letGo(): Promise<void> {
    while (this.held.length > 0 && this.canGo()) {
      this.by.again(this.held.shift()!);
      await Promise.resolve();
    }
  }

  private canGo(): boolean {
    return this.reasons.size === 0 || (this.by.isTyping() && !this.has("inFields"));
  }

  private has(fact: keyof Reason): boolean {
    return [...this.reasons].some((reason) => reason[fact]);
  }
}
