/** Source: the parallel count of bits in a word (Hacker's Delight, figure 5-2). */
function bitsIn(word: number): number {
  let sum = word - ((word >>> 1) & 0x55555555);
  sum = (sum & 0x33333333) + ((sum >>> 2) & 0x33333333);
  sum = (sum + (sum >>> 4)) & 0x0f0f0f0f;
  return Math.imul(sum, 0x01010101) >>> 24;
}

/** A set of numbers from 0 up to a size, a bit each. */
export class Bits {
  readonly words: Uint32Array;

  constructor(readonly size: number) {
    this.words = new Uint32Array((size + 31) >>> 5);
  }

  /** Pre: 0 ≤ number < size, here and below. */
  add(number: number): void {
    this.words[number >>> 5] |= 1 << (number & 31);
  }
  has(number: number): boolean {
    return (this.words[number >>> 5] & (1 << (number & 31))) !== 0;
  }

  copy(): Bits {
    const result = new Bits(this.size);
    result.words.set(this.words);
    return result;
  }

  /**
   * What is in this set, in all of `within`, and in none of `without`: in one pass, which leaves a word of bits as soon as
   * nothing is left of it, so the sets with the fewest go first. Pre: same size, here and below.
   */
  meet(within: readonly Bits[], without: readonly Bits[] = []): Bits {
    const result = new Bits(this.size);
    const [own, to] = [this.words, result.words];
    const inside = within.map(({ words }) => words);
    const outside = without.map(({ words }) => words);
    for (let i = 0; i < own.length; i++) {
      let word = own[i];
      if (word === 0) continue;
      for (let k = 0; k < inside.length && word !== 0; k++) word &= inside[k][i];
      for (let k = 0; k < outside.length && word !== 0; k++) word &= ~outside[k][i];
      if (word !== 0) to[i] = word;
    }
    return result;
  }
  or({ words }: Bits): Bits {
    const result = new Bits(this.size);
    const [own, to] = [this.words, result.words];
    for (let i = 0; i < to.length; i++) to[i] = own[i] | words[i];
    return result;
  }
  /** How many there are. */
  count(): number {
    return this.counts(this)[0];
  }

  /** How many there are, and how many of them are in another set. Pre: same size. */
  counts({ words }: Bits): [all: number, common: number] {
    let [all, common] = [0, 0];
    const own = this.words;
    for (let i = 0; i < own.length; i++) {
      const word = own[i];
      if (word === 0) continue;
      all += bitsIn(word);
      const both = word & words[i];
      if (both !== 0) common += bitsIn(both);
    }
    return [all, common];
  }

  /** As going through them does, several times as quickly. */
  forEach(take: (number: number) => void): void {
    const { words } = this;
    for (let i = 0; i < words.length; i++)
      for (let word = words[i]; word !== 0; word &= word - 1) take((i << 5) + 31 - Math.clz32(word & -word));
  }

  /** The numbers, the smallest first. */
  *[Symbol.iterator](): IterableIterator<number> {
    for (let i = 0; i < this.words.length; i++)
      for (let word = this.words[i]; word !== 0; word &= word - 1)
        yield (i << 5) + 31 - Math.clz32(word & -word);
  }
}
