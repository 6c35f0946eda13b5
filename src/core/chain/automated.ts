import type { AudioProcessor } from "../effects/define";
import { planeIn } from "../kernels/plane";
import type { AudioContextFacts } from "../signal/block";
import { Hold } from "../signal/hold";
import { Ramp } from "../signal/ramp";
import { secondsIn } from "../time/ratio";
import type { Extent } from "../time/fit";
import { extentOf, type ClipTime } from "./keyframes";
import type { EffectSetting, Motion } from "./model";
import { settingAt } from "./motion";

/*
 * Sound that moves: the values of keyframes are asked for on a grid of samples of the material, the same grid wherever one
 * begins, and between its points levels and shares go on evenly, so that nothing is heard of the grid.
 */

/** Samples from one point of the grid to the next. */
export const automationGrid = 64;

/** Where in its material the first sample is that goes into a chain, in samples, and how long that is. */
export interface Course extends Extent {
  readonly start: number;
}

/** A sound as keyframes count it: in hundredths of a second, the last of them begun. */
export function soundTime(frames: number, sampleRate: number): ClipTime {
  const step = Math.max(1, Math.round(sampleRate / 100));
  return { frames: Math.max(1, Math.ceil(frames / step)), rate: [sampleRate, step], isSound: true };
}

/** The course of a sound from its `start`-th sample on. */
export const courseFrom = (start: number, frames: number, sampleRate: number): Course => ({
  start,
  ...extentOf(soundTime(frames, sampleRate)),
});

export interface Moving {
  /** With a motion. */
  readonly setting: EffectSetting & { readonly motion: Motion };
  readonly processor: AudioProcessor;
  /** The longest of all values that its keyframes have. */
  readonly tail: number;
  readonly settles: number;
  /** The length of the material is that of the keyframes, where it is left out. */
  readonly course?: Course;
  /** Samples by which what is before it in the chain lags. */
  readonly before: number;
}

/** Where in the material something is that lags behind what goes into the chain. */
class Clock {
  /** Where it goes on elsewhere, after so many samples more. */
  private readonly jumps: { left: number; readonly to: number }[] = [];
  private isBegun = false;

  constructor(
    private at: number,
    private readonly lag: number,
  ) {}

  /** What goes into the chain next is this sample of the material. */
  seek(to: number): void {
    this.jumps.push({ left: this.lag, to });
  }

  /** Samples until something changes again; says before where to be at once, and where within so many samples. */
  next(aim: (sample: number, within: number) => void): number {
    while (this.jumps[0]?.left === 0) {
      this.at = this.jumps.shift()!.to;
      this.isBegun = false;
    }
    const end = (Math.floor(this.at / automationGrid) + 1) * automationGrid;
    if (!this.isBegun) aim(this.at, 0);
    if (!this.isBegun || this.at % automationGrid === 0) aim(end, end - this.at);
    this.isBegun = true;
    return Math.min(end - this.at, this.jumps[0]?.left ?? Infinity);
  }

  pass(samples: number): void {
    this.at += samples;
    for (const jump of this.jumps) jump.left -= samples;
  }
}

/** An effect whose values and share of the mix follow their keyframes. */
export class Automated implements AudioProcessor {
  readonly latency: number;
  readonly tail: number;
  readonly settles: number;
  /** Values count for what goes in, the share for what comes out. */
  private readonly into: Clock;
  private readonly outOf: Clock;
  private readonly share: Ramp;
  private readonly hold: Hold;
  private readonly wet: readonly (() => Float32Array)[];
  private readonly dry: readonly (() => Float32Array)[];
  private readonly extent: Extent;

  constructor(
    private readonly moving: Moving,
    private readonly facts: AudioContextFacts,
  ) {
    const { processor, course, before, setting, tail, settles } = moving;
    this.latency = processor.latency;
    this.tail = tail;
    this.settles = settles;
    const start = course?.start ?? 0;
    this.into = new Clock(start - before, before);
    this.outOf = new Clock(start - before - this.latency, before + this.latency);
    const { length, frame } = setting.motion;
    this.extent = course ?? { length, step: frame };
    this.share = new Ramp(setting.mix / 100);
    this.hold = new Hold(this.latency, facts.channels, facts.kernels);
    const planes = () => Array.from({ length: facts.channels }, () => planeIn(facts.kernels, automationGrid));
    this.wet = planes();
    this.dry = planes();
  }

  /** What goes into the chain next is this sample of the material. */
  seek(at: number): void {
    this.into.seek(at);
    this.outOf.seek(at);
  }

  process(blocks: readonly Float32Array[], frames: number): void {
    const { processor } = this.moving;
    for (let done = 0; done < frames;) {
      const run = Math.min(
        frames - done,
        this.into.next((sample, within) => processor.retune?.(this.at(sample).values as never, within)),
        this.outOf.next((sample, within) => this.share.to(this.at(sample).mix / 100, within)),
      );
      this.cell(
        blocks.map((block) => block.subarray(done, done + run)),
        run,
      );
      this.into.pass(run);
      this.outOf.pass(run);
      done += run;
    }
  }

  /** What the keyframes say of a sample. */
  private at(sample: number): EffectSetting {
    const time = Math.min(secondsIn(this.extent.length), Math.max(0, sample / this.facts.sampleRate));
    return settingAt(this.moving.setting, { time, ...this.extent });
  }

  /** Within one cell of the grid. In memory of its own, since kernels may write some samples too many. */
  private cell(blocks: readonly Float32Array[], frames: number): void {
    const { share, hold } = this;
    const [wet, dry] = [this.wet, this.dry].map((planes) => planes.map((plane) => plane()));
    blocks.forEach((block, c) => {
      wet[c].set(block);
      dry[c].set(block);
    });
    hold.process(dry, frames);
    this.moving.processor.process(wet, frames);
    if (share.isStill && share.value === 1) {
      blocks.forEach((block, c) => block.set(wet[c].subarray(0, frames)));
      return;
    }
    const shares = share.take(frames);
    blocks.forEach((block, c) => {
      for (let i = 0; i < frames; i++) block[i] = dry[c][i] + (wet[c][i] - dry[c][i]) * shares[i];
    });
  }
}
