import type { ComplexNumber } from "../numeric/complex";
import { longestBlock } from "./block";
import { flushEvery, kernelCascade, type Section, type Cascade } from "../kernels/cascade";
import type { KernelInstance } from "../kernels/instance";
import { divide } from "../numeric/complex";

export type SectionShape =
  "low-pass" | "high-pass" | "band-pass" | "notch" | "bell" | "low-shelf" | "high-shelf";

const normalised = (b0: number, b1: number, b2: number, a0: number, a1: number, a2: number): Section => ({
  b0: b0 / a0,
  b1: b1 / a0,
  b2: b2 / a0,
  a1: a1 / a0,
  a2: a2 / a0,
});

// A corner at or above half the sample rate has no digital counterpart; just below it the section is as open as it gets.
const corner = (frequency: number, sampleRate: number) =>
  (2 * Math.PI * Math.min(frequency, 0.499 * sampleRate)) / sampleRate;

type Design = (cos: number, alpha: number, a: number) => Section;

// `a` is the square root of the linear gain at the centre (bell) or on the shelf.
const designs: Record<SectionShape, Design> = {
  "low-pass": (c, alpha) => normalised((1 - c) / 2, 1 - c, (1 - c) / 2, 1 + alpha, -2 * c, 1 - alpha),
  "high-pass": (c, alpha) => normalised((1 + c) / 2, -(1 + c), (1 + c) / 2, 1 + alpha, -2 * c, 1 - alpha),
  "band-pass": (c, alpha) => normalised(alpha, 0, -alpha, 1 + alpha, -2 * c, 1 - alpha),
  notch: (c, alpha) => normalised(1, -2 * c, 1, 1 + alpha, -2 * c, 1 - alpha),
  bell: (c, alpha, a) =>
    normalised(1 + alpha * a, -2 * c, 1 - alpha * a, 1 + alpha / a, -2 * c, 1 - alpha / a),
  "low-shelf": (c, alpha, a) => {
    const s = 2 * Math.sqrt(a) * alpha;
    return normalised(
      a * (a + 1 - (a - 1) * c + s),
      2 * a * (a - 1 - (a + 1) * c),
      a * (a + 1 - (a - 1) * c - s),
      a + 1 + (a - 1) * c + s,
      -2 * (a - 1 + (a + 1) * c),
      a + 1 + (a - 1) * c - s,
    );
  },
  "high-shelf": (c, alpha, a) => {
    const s = 2 * Math.sqrt(a) * alpha;
    return normalised(
      a * (a + 1 + (a - 1) * c + s),
      -2 * a * (a - 1 + (a + 1) * c),
      a * (a + 1 + (a - 1) * c - s),
      a + 1 - (a - 1) * c + s,
      2 * (a - 1 - (a + 1) * c),
      a + 1 - (a - 1) * c - s,
    );
  },
};

/**
 * A second-order section. Frequency in hertz, Q linear (0.7071 is Butterworth; for shelves it equals slope 1),
 * gain in dB (used by bell and shelves). Source: "Audio EQ Cookbook", W3C Working Group Note.
 */
export function section(
  shape: SectionShape,
  frequency: number,
  q: number,
  gainDb: number,
  sampleRate: number,
): Section {
  const w = corner(frequency, sampleRate);
  return designs[shape](Math.cos(w), Math.sin(w) / (2 * q), 10 ** (gainDb / 40));
}

/** A first-order low- or high-pass by the bilinear transform with pre-warping, 6 dB per octave. */
export function firstOrder(shape: "low-pass" | "high-pass", frequency: number, sampleRate: number): Section {
  const k = Math.tan(corner(frequency, sampleRate) / 2);
  const a1 = (k - 1) / (k + 1);
  return shape === "low-pass"
    ? { b0: k / (k + 1), b1: k / (k + 1), b2: 0, a1, a2: 0 }
    : { b0: 1 / (k + 1), b1: -1 / (k + 1), b2: 0, a1, a2: 0 };
}

export type Slope = "6" | "12" | "24" | "48";

/**
 * Butterworth low- or high-pass of 6, 12, 24 or 48 dB per octave, −3.01 dB at `frequency`.
 * The stages' Q follow from the pole angles: Q = 1 / (2 cos θ), θ = π(2k+1)/(2n).
 */
export function butterworth(
  shape: "low-pass" | "high-pass",
  frequency: number,
  slope: Slope,
  sampleRate: number,
): Section[] {
  const order = Number(slope) / 6;
  if (order === 1) return [firstOrder(shape, frequency, sampleRate)];
  return Array.from({ length: order / 2 }, (_, k) => {
    const q = 1 / (2 * Math.cos((Math.PI * (2 * k + 1)) / (2 * order)));
    return section(shape, frequency, q, 0, sampleRate);
  });
}

/** Transfer function of one section at a frequency in hertz. */
export function sectionResponse(s: Section, frequency: number, sampleRate: number): ComplexNumber {
  const w = (2 * Math.PI * frequency) / sampleRate;
  const c1 = Math.cos(w);
  const s1 = Math.sin(w);
  const c2 = Math.cos(2 * w);
  const s2 = Math.sin(2 * w);
  return divide(
    { re: s.b0 + s.b1 * c1 + s.b2 * c2, im: -(s.b1 * s1 + s.b2 * s2) },
    { re: 1 + s.a1 * c1 + s.a2 * c2, im: -(s.a1 * s1 + s.a2 * s2) },
  );
}

const inaudible = 1e-20;

/** One section's state for one channel: transposed direct form II in double precision. */
export class SectionState {
  private z1 = 0;
  private z2 = 0;
  private untilFlush = flushEvery;

  constructor(private readonly s: Section) {}

  /** Filters samples `0…frames` of `x` in place. */
  process(x: Float32Array, frames: number): void {
    const { b0, b1, b2, a1, a2 } = this.s;
    let { z1, z2 } = this;
    for (let i = 0; i < frames;) {
      const end = Math.min(frames, i + this.untilFlush);
      this.untilFlush -= end - i;
      for (; i < end; i++) {
        const input = x[i];
        const output = b0 * input + z1;
        z1 = b1 * input + z2 - a1 * output;
        z2 = b2 * input - a2 * output;
        x[i] = output;
      }
      if (this.untilFlush === 0) {
        this.untilFlush = flushEvery;
        // Denormal numbers are very slow on most processors, and a decaying filter ends among them.
        if (Math.abs(z1) < inaudible && Math.abs(z2) < inaudible) z1 = z2 = 0;
      }
    }
    this.z1 = z1;
    this.z2 = z2;
  }
}

/** The same sections, one after another, on every channel; what passes between them keeps its double precision. By the kernel where there are kernels; then channels must lie in their memory. */
export function cascade(sections: readonly Section[], channels: number, kernels?: KernelInstance): Cascade {
  return kernels
    ? kernelCascade(kernels, sections, channels, longestBlock)
    : plainCascade(sections, channels);
}

/** The kernel's plain twin: the same to the bit. */
export function plainCascade(first: readonly Section[], channels: number): Cascade {
  let sections = first;
  const states = Array.from({ length: channels }, () => new Float64Array(2 * sections.length));
  let work = new Float64Array(0);
  let until = flushEvery;
  const run = (blocks: readonly Float32Array[], frames: number): void => {
    if (work.length < frames) work = new Float64Array(frames);
    let left = until;
    blocks.forEach((block, channel) => {
      const state = states[channel];
      work.set(block.subarray(0, frames));
      sections.forEach(({ b0, b1, b2, a1, a2 }, s) => {
        let [z1, z2] = [state[2 * s], state[2 * s + 1]];
        left = until;
        for (let i = 0; i < frames;) {
          const end = Math.min(frames, i + left);
          left -= end - i;
          for (; i < end; i++) {
            const input = work[i];
            const output = b0 * input + z1;
            z1 = b1 * input + z2 - a1 * output;
            z2 = b2 * input - a2 * output;
            work[i] = output;
          }
          if (left === 0) {
            left = flushEvery;
            if (Math.abs(z1) < inaudible && Math.abs(z2) < inaudible) z1 = z2 = 0;
          }
        }
        state[2 * s] = z1;
        state[2 * s + 1] = z2;
      });
      block.set(work.subarray(0, frames));
    });
    until = left;
  };
  return Object.assign(run, { retune: (next: readonly Section[]) => void (sections = next) });
}
