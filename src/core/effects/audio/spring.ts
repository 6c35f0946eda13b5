import { absorbentPole, feedbackGain } from "../../signal/feedback-network";
import { firstOrder, SectionState } from "../../signal/biquad";
import { defineAudioEffect } from "../define";
import { inSteps, ReverbInput, reverbParameters, stepLimit } from "./reverb-input";

/** Travel times of three springs there and back, in ms at size 100 %. */
const springTimes = [56.3, 66.1, 79.7];
/** All-pass sections before the springs, which spread an onset into a chirp, and within each, which spread it further a turn. */
const sections = { before: 120, within: 6 } as const;
const coefficient = 0.62;
/** The chirp lies below this, as a share of what the stretched sections repeat at: in hertz. */
const chirpTop = 4300;

/** First-order all-pass sections in series, with delays of `stretch` samples: lows come later than the middle of the band. */
class Dispersion {
  private readonly before: Float64Array;
  private readonly after: Float64Array;
  private at = 0;

  constructor(
    private readonly count: number,
    private readonly stretch: number,
  ) {
    this.before = new Float64Array(count * stretch);
    this.after = new Float64Array(count * stretch);
  }

  next(sample: number): number {
    const { count, before, after } = this;
    let x = sample;
    let place = this.at * count;
    for (let k = 0; k < count; k++, place++) {
      let y = coefficient * (x - after[place]) + before[place];
      if (y < 1e-20 && y > -1e-20) y = 0;
      before[place] = x;
      after[place] = y;
      x = y;
    }
    this.at = this.at + 1 === this.stretch ? 0 : this.at + 1;
    return x;
  }

  /** Samples by which the middle of the band lags: a first-order all-pass lags one of its delays on average. */
  get mean(): number {
    return this.count * this.stretch;
  }
}

/** The absorbent one-pole of Jot & Chaigne: as much loss at `frequency` as a turn has without it. */
class LossFilter {
  private readonly pole: number;
  private last = 0;

  constructor(frequency: number, gain: number, sampleRate: number) {
    this.pole = absorbentPole(gain, frequency, sampleRate);
  }

  next(x: number): number {
    this.last = (1 - this.pole) * x + this.pole * this.last;
    return this.last;
  }
}

/**
 * Three springs: sound runs along each there and back, highs before lows, and loses the same share a turn. `decay` is
 * T60; at `damping` it takes half of that and less. Output is the wet signal alone.
 * Sources: dispersive all-pass chains, Abel, Berners, Costello, Smith, "Spring Reverb Emulation Using Dispersive Allpass
 * Filters in a Waveguide Structure", AES 121, 2006; loss a turn from T60, Schroeder 1962.
 */
export const spring = defineAudioEffect({
  id: "audio.spring",
  name: "Spring",
  short: "Spring",
  category: "space",
  summary: "The twang of steel springs.",
  parameters: reverbParameters({ decay: 1.8, preDelay: 0, damping: 3500, lowCut: 150, highCut: 5000 }),
  key: ["decay", "size"],
  defaultMix: 25,
  create({ decay, damping, size, ...entry }, { sampleRate, channels, kernels }) {
    const input = new ReverbInput(entry, { sampleRate, channels, kernels });
    const stretch = Math.max(1, Math.round(sampleRate / 2 / chirpTop));
    const springs = Array.from({ length: channels }, () =>
      springTimes.map((ms, k) => {
        const within = new Dispersion(sections.within, stretch);
        const turn = Math.max(within.mean + 1, Math.round(((ms * size) / 100 / 1000) * sampleRate));
        const line = new Float32Array(turn - within.mean);
        return {
          within,
          line,
          at: 0,
          gain: feedbackGain(turn, decay, sampleRate) * (k === 1 ? -1 : 1),
          // Half the time at the damping's frequency: there the filter loses once more what a turn loses.
          loss:
            damping < 20000
              ? new LossFilter(damping, feedbackGain(turn, decay, sampleRate), sampleRate)
              : null,
        };
      }),
    );
    // Left and right hear the springs a little apart, as pick-ups at two places do.
    const before = new Dispersion(sections.before, stretch);
    const rumble = new SectionState(firstOrder("high-pass", 20, sampleRate));
    const level = springs[0].map(({ gain }) => Math.sqrt((1 - gain * gain) / springTimes.length));
    const chirp = new Float32Array(stepLimit);
    return {
      latency: 0,
      tail: Math.ceil(decay * sampleRate) + input.delay + before.mean,
      settles: Math.ceil(1.5 * decay * sampleRate) + input.delay,
      process(blocks, frames) {
        inSteps(frames, (from, run) => {
          input.take(blocks, from, run);
          const mono = input.mono();
          for (let i = 0; i < run; i++) chirp[i] = before.next(mono[i]);
          rumble.process(chirp, run);
          for (let c = 0; c < channels; c++) {
            const block = blocks[c];
            for (let i = 0; i < run; i++) {
              let out = 0;
              for (let k = 0; k < springs[c].length; k++) {
                const s = springs[c][k];
                let back = s.gain * s.within.next(s.line[s.at]);
                if (s.loss) back = s.loss.next(back);
                if (back < 1e-20 && back > -1e-20) back = 0;
                s.line[s.at] = chirp[i] + back;
                if (++s.at === s.line.length) s.at = 0;
                out += (c % 2 === 1 && k !== 1 ? -1 : 1) * level[k] * back;
              }
              block[from + i] = out;
            }
          }
        });
      },
    };
  },
});
