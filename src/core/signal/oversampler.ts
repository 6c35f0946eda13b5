import { kaiser } from "./kaiser";

/** Ideal half-band filter under a Kaiser window: odd taps only, the middle one is a half. */
const sideTaps = 24;
const window = kaiser(9);

/** Taps at distances ±1, ±3, ±5 … from the middle, scaled so that a constant stays itself. */
const taps = (() => {
  const raw = Float64Array.from({ length: sideTaps }, (_, k) => {
    const t = 2 * k + 1;
    return (Math.sin((Math.PI * t) / 2) / (Math.PI * t)) * window(t / (2 * sideTaps));
  });
  const sum = raw.reduce((a, b) => a + b, 0);
  return raw.map((t) => t / (4 * sum));
})();

/** A ring of past samples, kept twice so that any stretch of it lies in one piece. */
class Past {
  private readonly ring: Float64Array;
  private at = 0;

  constructor(private readonly length: number) {
    this.ring = new Float64Array(2 * length);
  }

  put(sample: number): void {
    this.at = this.at === 0 ? this.length - 1 : this.at - 1;
    this.ring[this.at] = this.ring[this.at + this.length] = sample;
  }

  /** Sum over the taps around the place between samples `middle` and `middle + 1` back. */
  around(middle: number): number {
    const { ring, at } = this;
    let sum = 0;
    for (let k = 0; k < sideTaps; k++) sum += taps[k] * (ring[at + middle - k] + ring[at + middle + 1 + k]);
    return sum;
  }

  back(distance: number): number {
    return this.ring[this.at + distance];
  }
}

/** Twice the rate and back, by half-band filters. */
class Doubler {
  private readonly below = new Past(2 * sideTaps);
  private readonly even = new Past(2 * sideTaps);
  private readonly odd = new Past(2 * sideTaps);

  /** Two samples for one; both lag `sideTaps` samples of the lower rate. */
  up(sample: number, into: Float64Array, at: number): void {
    this.below.put(sample);
    into[at] = this.below.back(sideTaps);
    into[at + 1] = 2 * this.below.around(sideTaps - 1);
  }

  /** One sample for two. */
  down(first: number, second: number): number {
    this.even.put(first);
    this.odd.put(second);
    return 0.5 * this.even.back(sideTaps - 1) + this.odd.around(sideTaps - 1);
  }
}

/**
 * Runs a function without memory at four times the sample rate, so that the overtones it makes do not fold back below
 * a quarter of them: two half-band doublings up and down. Images and aliases lie 90 dB down from 0.42 of the rate on.
 * Source: half-band filters in cascade, Crochiere & Rabiner, Multirate Digital Signal Processing, 1983.
 */
export class Oversampler {
  /** Samples of the outer rate by which the output lags. */
  static readonly latency = 3 * sideTaps - 1;
  private readonly outer = new Doubler();
  private readonly inner = new Doubler();
  private readonly two = new Float64Array(2);
  private readonly four = new Float64Array(4);
  /** The inner pair lags an odd number of half samples; one more makes the whole a number of whole samples. */
  private held = 0;

  next(sample: number, shape: (x: number) => number): number {
    const { two, four } = this;
    this.outer.up(sample, two, 0);
    this.inner.up(two[0], four, 0);
    this.inner.up(two[1], four, 2);
    const first = this.inner.down(shape(four[0]), shape(four[1]));
    const second = this.inner.down(shape(four[2]), shape(four[3]));
    const out = this.outer.down(this.held, first);
    this.held = second;
    return out;
  }
}
