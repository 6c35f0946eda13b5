import { orderOfTexts } from "./sort-texts";

/** As many single changes cost about as much as putting all in order anew. */
const fewChanges = 500;

/**
 * Things in the order of their keys, put in order when they are first asked for. A few that come or go later are put
 * into their places; many, as when a library is loaded, are sorted together. Pre: keys differ.
 */
export class SortedView<T> {
  private list: T[] | null = null;
  private changes = 0;

  constructor(private readonly keyOf: (thing: T) => string) {}

  add(thing: T): void {
    if (this.isKept()) this.list!.splice(this.placeOf(thing), 0, thing);
  }

  /** Takes what is there as it is. Pre: it is all of it, and in order. */
  begin(inOrder: readonly T[]): void {
    this.list = [...inOrder];
    this.changes = 0;
  }

  /** Pre: its key is still known. */
  remove(thing: T): void {
    if (this.isKept()) this.list!.splice(this.placeOf(thing), 1);
  }

  /** All of them in order. `all` gives those that there are. */
  from(all: () => Iterable<T>): readonly T[] {
    this.changes = 0;
    if (!this.list) {
      const things = Array.from(all());
      const order = orderOfTexts(things.map((thing) => this.keyOf(thing)));
      this.list = Array.from(order, (at) => things[at]);
    }
    return this.list;
  }

  private isKept(): boolean {
    if (this.list && ++this.changes > fewChanges) this.list = null;
    return this.list !== null;
  }

  /** The first place whose key is not before the thing's. */
  private placeOf(thing: T): number {
    const key = this.keyOf(thing);
    let [low, high] = [0, this.list!.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.keyOf(this.list![middle]) < key) low = middle + 1;
      else high = middle;
    }
    return low;
  }
}
