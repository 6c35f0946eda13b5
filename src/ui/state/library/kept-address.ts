import { readAddress, writeAddress, type LibraryAddress } from "./address";

/** The browser's address and its history, as far as the library's screen writes them. */
export interface AddressLine {
  /** Puts what stands behind the `?` in place of what is there, or as a step from which one can go back. */
  write(search: string, isStep: boolean): void;
}

/** Milliseconds between two cards: browsers refuse to take many writings in a row, as from an arrow key that is held. */
const pause = 250;
/** Milliseconds; a place that was left sooner was only passed, as by an arrow key in the index, and one does not go back to it. */
const stay = 1000;

const withoutCard = (search: string) => writeAddress({ ...readAddress(search), cardId: null });

/** Where a member was in a library, for as long as the page lives; by both. */
const lastOf = new Map<string, string>();

/**
 * The library screen's place in the address. Who comes without one comes back to where they were. Place, filter and order
 * are written at once, the chosen card in a steady beat.
 */
export class KeptAddress {
  readonly first: LibraryAddress;
  private readonly search: string;
  private waiting: string | null = null;
  private written: string;
  private steppedAt = -Infinity;
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** `who` is the library and its member; `asked` what stands behind the `?`. */
  constructor(
    private readonly who: string,
    private readonly asked: string,
    private readonly line: AddressLine,
  ) {
    this.search = asked === "" ? (lastOf.get(who) ?? "") : asked;
    this.first = readAddress(this.search);
    lastOf.set(who, this.search);
    this.written = this.search;
  }

  /** The screen is there. */
  begin(): void {
    if (this.search !== this.asked) this.line.write(this.search, false);
  }

  readonly keep = (search: string, isStep: boolean): void => {
    lastOf.set(this.who, search);
    if (isStep) {
      const wasPassed = Date.now() - this.steppedAt < stay;
      this.steppedAt = Date.now();
      // What one leaves is to be found again as it was left.
      if (!wasPassed) this.flush();
      this.waiting = null;
      return this.write(search, !wasPassed);
    }
    const isOnlyCard = withoutCard(search) === withoutCard(this.written);
    this.waiting = search;
    if (!isOnlyCard) this.flush();
    else if (this.timer === undefined) this.beat();
  };

  /** Writes what waits, and again after a while, as long as there is something. */
  private beat(): void {
    this.timer = undefined;
    if (this.waiting === null) return;
    this.flush();
    this.timer = setTimeout(() => this.beat(), pause);
  }

  /** The page goes, and is found again at this address. */
  readonly leave = (): void => this.flush();

  /** The screen goes, and with it the address. */
  end(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
    this.waiting = null;
  }

  private flush(): void {
    if (this.waiting !== null) this.write(this.waiting, false);
    this.waiting = null;
  }

  private write(search: string, isStep: boolean): void {
    this.written = search;
    this.line.write(search, isStep);
  }
}
