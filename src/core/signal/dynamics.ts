import type { KernelInstance } from "../kernels/instance";
import { functionTable } from "../numeric/function-table";
import { toDecibels } from "./decibels";
import { onePole } from "./one-pole";

/**
 * Static curve of a compressor in dB: below the threshold the level stays, above it grows by 1/ratio, within the knee
 * a parabola joins both. Source: Giannoulis, Massberg, Reiss, "Digital Dynamic Range Compressor Design", JAES 60(6),
 * 2012, equation 4.
 */
export function compressedLevel(level: number, threshold: number, ratio: number, knee: number): number {
  const over = level - threshold;
  if (2 * over <= -knee) return level;
  if (2 * over >= knee) return threshold + over / ratio;
  return level + ((1 / ratio - 1) * (over + knee / 2) ** 2) / (2 * knee);
}

/**
 * Static curve of an expander in dB: above the threshold the level stays, below it falls by `ratio` dB a dB, at most by
 * `range`; within the knee a parabola joins both. Mirror image of the compressor's. With no knee it equals ffmpeg's
 * agate in its steady state (reference/gate_static.json).
 */
export function expandedLevel(
  level: number,
  threshold: number,
  ratio: number,
  knee: number,
  range: number,
): number {
  const under = threshold - level;
  const loss =
    2 * under <= -knee
      ? 0
      : 2 * under >= knee
        ? under * (ratio - 1)
        : ((ratio - 1) * (under + knee / 2) ** 2) / (2 * knee);
  return level - Math.min(loss, range);
}

/**
 * Smooths a gain reduction in dB, 0 and up: it grows with the attack's time constant and falls with the release's.
 * Source: Giannoulis, Massberg, Reiss 2012, equation 16 (smooth branching detector on the log side).
 */
export class Ballistics {
  private readonly attack: number;
  private readonly release: number;
  private reduction = 0;

  /** Times in milliseconds, to 63.2 %. */
  constructor(attack: number, release: number, sampleRate: number) {
    this.attack = onePole(attack, sampleRate);
    this.release = onePole(release, sampleRate);
  }

  /** Replaces the first `frames` wanted reductions by the smoothed ones. */
  follow(wanted: Float32Array, frames: number): void {
    const { attack, release } = this;
    let { reduction } = this;
    for (let i = 0; i < frames; i++) {
      const w = wanted[i];
      const a = w > reduction ? attack : release;
      reduction = w + a * (reduction - w);
      if (reduction < 1e-9) reduction = 0;
      wanted[i] = reduction;
    }
    this.reduction = reduction;
  }

  /** The same by the kernel, at an address. */
  followBy({ run }: KernelInstance, wanted: number, frames: number): void {
    this.reduction = run.follow(wanted, frames, this.attack, this.release, this.reduction);
  }

  next(wanted: number): number {
    const a = wanted > this.reduction ? this.attack : this.release;
    this.reduction = a * this.reduction + (1 - a) * wanted;
    // Nothing audible is left, and what follows would only be slow.
    if (this.reduction < 1e-9) this.reduction = 0;
    return this.reduction;
  }
}

/** dB of reduction that a table of gains covers, and its entries a dB. */
const tableRange = 120;
const tableSteps = 64;

/**
 * The linear gain of a reduction in dB after a make-up gain in dB, from a table with straight pieces: within 2e-6.
 * A power a sample is what a compressor would else spend most of its time on.
 */
export function gainTable(makeUp: number): (reduction: number) => number {
  const table = Float64Array.from(
    { length: tableRange * tableSteps + 2 },
    (_, i) => 10 ** ((makeUp - i / tableSteps) / 20),
  );
  return (reduction) => {
    const at = Math.min(tableRange, reduction) * tableSteps;
    const piece = at | 0;
    return table[piece] + (table[piece + 1] - table[piece]) * (at - piece);
  };
}

/** A function of a level in dB as a table over magnitudes, within 0.001 dB at any of them up to 48 dB over full scale. */
export function levelTable(f: (level: number) => number): Float32Array {
  const table = functionTable((magnitude) => f(toDecibels(Math.abs(magnitude))), {
    absolute: 0.001,
    relative: 0,
  });
  if (!table) throw new Error("this curve cannot be held in a table");
  return table;
}

/** Time constant in milliseconds over which an RMS detector averages. */
const rmsTime = 10;

/** Level detector over all channels together: the largest magnitude, or the root of the mean square over `rmsTime`. */
export function levelDetector(kind: "peak" | "rms", sampleRate: number): (largest: number) => number {
  if (kind === "peak") return (largest) => largest;
  const a = onePole(rmsTime, sampleRate);
  let square = 0;
  return (largest) => {
    square = a * square + (1 - a) * largest * largest;
    if (square < 1e-20) square = 0;
    return Math.sqrt(square);
  };
}
