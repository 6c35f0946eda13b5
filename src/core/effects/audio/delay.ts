import { Line } from "../../kernels/line";
import { firstOrder, SectionState } from "../../signal/biquad";
import { defineAudioEffect } from "../define";
import { beatsPerMinute, choice, hertz, milliseconds, percent } from "../parameter";

/** Note values in quarters; a triplet is two thirds, a dotted one one and a half. */
const quarters = { "1/16": 1 / 4, "1/8t": 1 / 3, "1/8": 1 / 2, "1/8d": 3 / 4, "1/4": 1, "1/2": 2 } as const;

/** The straight path without cuts in one pass over each channel; returns where the lines are read next. */
function plainly(
  blocks: readonly Float32Array[],
  frames: number,
  lines: readonly Float32Array[],
  amount: number,
  at: number,
): number {
  const length = lines[0].length;
  for (let c = 0; c < blocks.length; c++) {
    const [x, line] = [blocks[c], lines[c]];
    let place = at;
    for (let done = 0; done < frames;) {
      const end = Math.min(frames, done + length - place);
      for (; done < end; done++, place++) {
        const delayed = line[place];
        line[place] = x[done] + amount * delayed;
        x[done] = delayed;
      }
      if (place === length) place = 0;
    }
  }
  return (at + frames) % length;
}

/**
 * Repeats: wet[n] = in[n − D] + feedback · filtered wet[n − D], the first repeat at full level.
 * D is the time rounded to whole samples, so that a repeat is an exact copy. The cuts lie in the loop, so each
 * further repeat loses more; at the ends of their ranges they are out of circuit. Output is the wet signal alone.
 * Ping-pong (two channels or more): the input, summed to mono, enters on the left and every repeat changes sides.
 * Source: feedback comb filter, Zölzer, DAFX, 2nd ed., §2.2; Schroeder 1962.
 */
export const delay = defineAudioEffect({
  id: "audio.delay",
  name: "Delay",
  short: "Delay",
  category: "space",
  summary: "Repeats the sound after a time, once or many times.",
  parameters: {
    time: milliseconds({
      label: "Time",
      help: "From the sound to its first repeat, where it does not follow a tempo.",
      min: 1,
      max: 2000,
      default: 130,
      taper: "log",
    }),
    note: choice({
      label: "Note",
      help: "The time as a note value at the tempo.",
      options: [
        { value: "none", label: "by time" },
        { value: "1/16", label: "sixteenth" },
        { value: "1/8t", label: "eighth triplet" },
        { value: "1/8", label: "eighth" },
        { value: "1/8d", label: "dotted eighth" },
        { value: "1/4", label: "quarter" },
        { value: "1/2", label: "half" },
      ],
      default: "none",
    }),
    tempo: beatsPerMinute({
      label: "Tempo",
      help: "Quarters a minute, for note values.",
      min: 30,
      max: 300,
      default: 120,
    }),
    feedback: percent({
      label: "Feedback",
      help: "Share of each repeat that is repeated again.",
      min: 0,
      max: 95,
      default: 0,
    }),
    path: choice({
      label: "Path",
      help: "Straight keeps each channel; ping-pong changes sides.",
      options: [
        { value: "straight", label: "straight" },
        { value: "ping-pong", label: "ping-pong" },
      ],
      default: "straight",
    }),
    lowCut: hertz({
      label: "Low cut",
      help: "Takes lows from further repeats.",
      min: 10,
      max: 2000,
      default: 10,
      off: "min",
    }),
    highCut: hertz({
      label: "High cut",
      help: "Takes highs from further repeats.",
      min: 500,
      max: 20000,
      default: 20000,
      off: "max",
    }),
  },
  key: ["time", "feedback"],
  defaultMix: 25,
  create({ time, note, tempo, feedback, path, lowCut, highCut }, { sampleRate, channels, kernels }) {
    const seconds = note === "none" ? time / 1000 : (quarters[note] * 60) / tempo;
    const length = Math.max(1, Math.round(seconds * sampleRate));
    const amount = feedback / 100;
    const crossing = path === "ping-pong" && channels >= 2;
    const repeats = amount > 0 ? Math.ceil(Math.log(1e-3) / Math.log(amount)) : 0;
    const tail = length * (1 + repeats);
    if (kernels && !crossing && lowCut <= 10 && highCut >= 20000) {
      const lines = Array.from({ length: channels }, () => new Line(kernels, length));
      return {
        latency: 0,
        tail,
        process: (blocks, frames) =>
          lines.forEach((line, c) =>
            line.run(blocks[c].byteOffset, frames, (x, at, run) => kernels.run.comb(x, at, run, amount)),
          ),
      };
    }
    const lines = Array.from({ length: channels }, () => new Float32Array(length));
    const loopFilters = lines.map(() => [
      ...(lowCut > 10 ? [new SectionState(firstOrder("high-pass", lowCut, sampleRate))] : []),
      ...(highCut < 20000 ? [new SectionState(firstOrder("low-pass", highCut, sampleRate))] : []),
    ]);
    const heard = lines.map(() => new Float32Array(length));
    const returned = lines.map(() => new Float32Array(length));
    let at = 0;
    return {
      latency: 0,
      tail,
      process(blocks, frames) {
        if (!crossing && loopFilters[0].length === 0) {
          at = plainly(blocks, frames, lines, amount, at);
          return;
        }
        // Runs end where the loop wraps: within a run nothing that is written is read, so whole runs can be filtered.
        for (let done = 0; done < frames;) {
          const run = Math.min(frames - done, length - at);
          for (let c = 0; c < channels; c++) {
            heard[c].set(lines[c].subarray(at, at + run));
            returned[c].set(lines[c].subarray(at, at + run));
            for (const filter of loopFilters[c]) filter.process(returned[c], run);
          }
          for (let c = 0; c < channels; c++) {
            const line = lines[c];
            const source = crossing && c < 2 ? returned[1 - c] : returned[c];
            const input = blocks[c];
            if (!crossing || c > 1) {
              for (let i = 0; i < run; i++) line[at + i] = input[done + i] + amount * source[i];
              continue;
            }
            for (let i = 0; i < run; i++) {
              let entering = input[done + i];
              if (crossing && c === 0) entering = 0.5 * (blocks[0][done + i] + blocks[1][done + i]);
              if (crossing && c === 1) entering = 0;
              line[at + i] = entering + amount * source[i];
            }
          }
          for (let c = 0; c < channels; c++) blocks[c].set(heard[c].subarray(0, run), done);
          at = (at + run) % length;
          done += run;
        }
      },
    };
  },
});
