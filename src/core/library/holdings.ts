/** The rows of a tree by their ids, with those that lie in each. A circle, as it can be for a moment, does no harm. */
export class Branches {
  readonly parents = new Map<string, { readonly parentId: string | null }>();
  private readonly below = new Map<string | null, Set<string>>();
  /** Another number after each change of who lies where. */
  turn = 0;

  put({ id, parentId }: { readonly id: string; readonly parentId: string | null }): void {
    if (this.parents.get(id)?.parentId === parentId) return;
    this.remove(id);
    this.parents.set(id, { parentId });
    const siblings = this.below.get(parentId);
    if (siblings) siblings.add(id);
    else this.below.set(parentId, new Set([id]));
    this.turn++;
  }

  remove(id: string): void {
    const row = this.parents.get(id);
    if (!row) return;
    this.below.get(row.parentId)!.delete(id);
    this.parents.delete(id);
    this.turn++;
  }

  /** A row and all that lie below it. */
  within(id: string): ReadonlySet<string> {
    const found = new Set([id]);
    for (const row of found) for (const child of this.below.get(row) ?? []) found.add(child);
    return found;
  }

  /** Some rows, also those that are not there, and all that they lie in. */
  above(ids: readonly string[]): ReadonlySet<string> {
    const found = new Set<string>();
    for (const id of ids)
      for (let at: string | null = id; at !== null && !found.has(at);) {
        found.add(at);
        at = this.parents.get(at)?.parentId ?? null;
      }
    return found;
  }
}

/** Which cards hang on which rows of a tree, and how many on each with those below it. */
export class Holdings {
  private readonly cards = new Map<string, Set<string>>();
  private readonly of = new Map<string, readonly string[]>();
  private counts = new Map<string, number>();
  private countedAt: number;

  constructor(private readonly branches: Branches) {
    this.countedAt = branches.turn;
  }

  /** Hangs a card on rows. Pre: it hangs on none. */
  put(cardId: string, given: readonly string[]): void {
    if (given.length === 0) return;
    const ids = given.length === 1 ? given : [...new Set(given)];
    this.of.set(cardId, ids);
    for (const id of ids) {
      const cards = this.cards.get(id);
      if (cards) cards.add(cardId);
      else this.cards.set(id, new Set([cardId]));
    }
    this.count(ids, 1);
  }

  remove(cardId: string): void {
    const ids = this.of.get(cardId);
    if (!ids) return;
    this.of.delete(cardId);
    for (const id of ids) {
      const cards = this.cards.get(id)!;
      cards.delete(cardId);
      if (cards.size === 0) this.cards.delete(id);
    }
    this.count(ids, -1);
  }

  private count(ids: readonly string[], by: number): void {
    if (this.countedAt !== this.branches.turn) return;
    for (const id of this.branches.above(ids)) this.counts.set(id, (this.counts.get(id) ?? 0) + by);
  }

  /** How many cards hang on a row or below it. */
  countWithin(id: string): number {
    if (this.countedAt !== this.branches.turn) {
      this.counts = new Map();
      this.countedAt = this.branches.turn;
      for (const ids of this.of.values()) this.count(ids, 1);
    }
    return this.counts.get(id) ?? 0;
  }

  /** The cards that hang on a row or below it. */
  within(id: string): ReadonlySet<string> {
    const found = new Set<string>();
    for (const row of this.branches.within(id)) for (const card of this.cards.get(row) ?? []) found.add(card);
    return found;
  }
}
