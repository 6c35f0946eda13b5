/** Samples that one pair of an overview stands for. */
export const overviewStep = 64;

/**
 * Lowest and highest value of every 64 samples of a sound, all channels in one, gathered block by block. Kept as 16-bit
 * integers, so that a minute at 48 kHz takes 180 kB.
 */
export class Overview {
  private pairs = new Int16Array(4096);
  private count = 0;
  private low = Infinity;
  private high = -Infinity;
  private filled = 0;

  add(planes: readonly Float32Array[]): void {
    const frames = planes[0].length;
    for (let i = 0; i < frames; i++) {
      for (const plane of planes) {
        const v = plane[i];
        if (v < this.low) this.low = v;
        if (v > this.high) this.high = v;
      }
      if (++this.filled === overviewStep) this.close();
    }
  }

  /** The pairs of everything that was added. */
  finish(): Int16Array {
    if (this.filled > 0) this.close();
    return this.pairs.slice(0, this.count * 2);
  }

  private close(): void {
    if (this.count * 2 + 2 > this.pairs.length) {
      const larger = new Int16Array(this.pairs.length * 2);
      larger.set(this.pairs);
      this.pairs = larger;
    }
    this.pairs[this.count * 2] = code(this.low);
    this.pairs[this.count * 2 + 1] = code(this.high);
    this.count++;
    this.low = Infinity;
    this.high = -Infinity;
    this.filled = 0;
  }
}

const code = (value: number) => Math.round(Math.min(1, Math.max(-1, value)) * 32767);

/**
 * Lowest and highest value, −1…1, of each of `columns` equal stretches between two samples, from an overview's pairs.
 * Stretches shorter than a pair show the pair they lie in.
 */
export function columnsOf(pairs: Int16Array, from: number, to: number, columns: number): Float32Array {
  const last = pairs.length / 2 - 1;
  const out = new Float32Array(columns * 2);
  for (let column = 0; column < columns; column++) {
    const first = Math.min(last, Math.floor((from + ((to - from) * column) / columns) / overviewStep));
    const end = Math.min(
      last + 1,
      Math.max(first + 1, Math.floor((from + ((to - from) * (column + 1)) / columns) / overviewStep)),
    );
    let low = 0;
    let high = 0;
    for (let i = Math.max(0, first); i < end; i++) {
      low = Math.min(low, pairs[i * 2]);
      high = Math.max(high, pairs[i * 2 + 1]);
    }
    out[column * 2] = low / 32767;
    out[column * 2 + 1] = high / 32767;
  }
  return out;
}
