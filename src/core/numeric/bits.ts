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

  /** Only what is in both. Pre: same size, here and below. */
  and(other: Bits): Bits {
    return this.combine(other, (a, b) => a & b);
  }
  or(other: Bits): Bits {
    return this.combine(other, (a, b) => a | b);
  }
  /** What is not in the other. */
  minus(other: Bits): Bits {
    return this.combine(other, (a, b) => a & ~b);
  }

  private combine(other: Bits, by: (a: number, b: number) => number): Bits {
    const result = new Bits(this.size);
    for (let i = 0; i < this.words.length; i++) result.words[i] = by(this.words[i], other.words[i]);
    return result;
  }

  count(): number {
    let count = 0;
    for (let word of this.words) for (; word !== 0; word &= word - 1) count++;
    return count;
  }

  /** The numbers, the smallest first. */
  *[Symbol.iterator](): IterableIterator<number> {
    for (let i = 0; i < this.words.length; i++)
      for (let word = this.words[i]; word !== 0; word &= word - 1)
        yield (i << 5) + 31 - Math.clz32(word & -word);
  }
}
