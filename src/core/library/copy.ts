import { LiveRows, replicaOf, type Change, type Replica, type RowChange } from "./change";
import type { CardHead, EntityHeads, SmallEntity } from "./entities";
import { Habits, type Habit } from "./habit";
import { Shelf } from "./shelf";

/** What a copy begins with: everything but the cards, which come later. */
export interface SmallRows {
  readonly rows: { readonly [E in SmallEntity]: readonly EntityHeads[E][] };
  /** The member's private cards: they belong to their own stream. */
  readonly ownCards: readonly CardHead[];
  /** How the member uses cards. */
  readonly habits: readonly Habit[];
  readonly streams: readonly { readonly of: "library" | "member"; readonly revision: number }[];
}

const nothing: ReadonlySet<string> = new Set();

/**
 * A library as a member's client holds it: rows, where they lie, and how far each stream of changes is known. The cards
 * come apart from the rest, in pieces, and may stand at another revision; until both have come as far, changes are taken
 * in by whichever they are new to.
 */
export class LibraryCopy {
  private readonly rows: LiveRows;
  private readonly small: { library: number; member: number };
  /** Null as long as not all cards have come; they are not shown before. */
  private cardsAt: number | null = null;
  private shown: Replica;
  private readonly placed: Shelf;
  private shownShelf: Shelf;
  private readonly habits = new Habits();
  readonly habitsOf = this.habits.of;

  constructor({ rows, ownCards, streams, habits }: SmallRows) {
    this.rows = new LiveRows(replicaOf({ ...rows, card: ownCards }));
    const at = (of: "library" | "member") => streams.find((s) => s.of === of)?.revision ?? 0;
    // A member's own stream begins with their first change; the library's is always there.
    this.small = { library: at("library"), member: at("member") };
    this.placed = new Shelf(this.rows.replica);
    this.habits.take(habits);
    this.shown = this.withoutCards();
    this.shownShelf = this.placed.seenAnew();
  }

  /** Takes in how the member uses some cards by now; gives their ids. */
  takeHabits(habits: readonly Habit[]): ReadonlySet<string> {
    return this.habits.take(habits);
  }

  private withoutCards(): Replica {
    return { ...this.rows.replica, card: new Map() };
  }

  /** What is shown of it: another object after each change, of which those before show the rows as they are now. */
  get replica(): Replica {
    return this.shown;
  }

  /** Where they lie: another object with each replica. */
  get shelf(): Shelf {
    return this.shownShelf;
  }

  private show(replica: Replica): void {
    this.shown = replica;
    this.shownShelf = this.placed.seenAnew();
  }

  /** True once the cards are there. */
  get isWhole(): boolean {
    return this.cardsAt !== null;
  }

  /** The cards that have come so far, with the folders they lie in and the members who kept them. */
  get known(): Pick<Replica, "card" | "folder" | "tag" | "member"> {
    return this.rows.replica;
  }

  /** Takes in some of the cards. Pre: not whole. */
  addCards(cards: readonly CardHead[]): void {
    this.rows.put("card", cards);
    for (const card of cards) this.placed.putCard(card);
  }

  /** Forgets the cards that came: they are to come anew. Gives their ids. */
  dropCards(): string[] {
    const all = [...this.rows.replica.card.values()];
    // The member's own came otherwise.
    const own = all.filter(({ ownerId }) => ownerId !== null);
    const ids = all.filter(({ ownerId }) => ownerId === null).map(({ id }) => id);
    for (const id of ids) this.placed.removeCard(id);
    this.rows.clear("card");
    this.rows.put("card", own);
    this.cardsAt = null;
    this.show(this.withoutCards());
    return ids;
  }

  /** All cards have come, as they were at this revision of the library. */
  endCards(revision: number): void {
    this.rows.show("card");
    this.cardsAt = revision;
    this.show(this.rows.replica);
  }

  /** How far a stream is known in all its parts. */
  revisionOf(of: "library" | "member"): number {
    return of === "member" ? this.small.member : Math.min(this.small.library, this.cardsAt ?? Infinity);
  }

  /**
   * Takes in the next change of a stream and gives the ids of the cards of which it says something else; null where it
   * does not follow on what is known, so that what lies between must be fetched first. One that is known does nothing.
   */
  take({ of, revision, forward }: Pick<Change, "of" | "revision" | "forward">): ReadonlySet<string> | null {
    if (of === "session") return nothing;
    const isNewTo = (at: number | null) => at !== null && revision > at;
    const cards = of === "library" ? this.cardsAt : null;
    const small = this.small[of];
    if ((isNewTo(small) && revision !== small + 1) || (isNewTo(cards) && revision !== cards! + 1))
      return null;
    const isFor = ({ entity }: RowChange) => isNewTo(entity === "card" && of === "library" ? cards : small);
    const changes = forward.filter(isFor);
    if (isNewTo(small)) this.small[of] = revision;
    if (isNewTo(cards)) this.cardsAt = revision;
    if (changes.length === 0) return nothing;
    this.rows.change(changes);
    const touched = this.placed.take(changes, this.rows.replica);
    this.show(this.isWhole ? this.rows.replica : this.withoutCards());
    return touched;
  }
}
