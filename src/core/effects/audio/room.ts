import { planeIn } from "../../kernels/plane";
import { Diffuser } from "../../signal/diffuser";
import { FeedbackNetwork } from "../../signal/feedback-network";
import { defineAudioEffect } from "../define";
import { percent } from "../parameter";
import { inSteps, ReverbInput, reverbParameters, stepLimit } from "./reverb-input";

/** A room of 100 %: length, width and height in metres, and where source and listener are in it. */
const room = [7.1, 5.3, 2.9] as const;
const source = [2.2, 1.9, 1.5] as const;
const listener = [5.0, 3.1, 1.6] as const;
/** Metres between the ears' places, along the width. */
const ears = 0.3;
const soundSpeed = 343;

/** Delay lengths of the late network in ms at size 100 %: longer than the plate's, as walls lie further apart. */
const lineTimes = [
  19.1, 21.7, 23.9, 26.3, 29.3, 31.9, 35.3, 38.9, 42.7, 46.9, 51.7, 56.9, 62.3, 68.9, 75.7, 83.3,
];
const diffusion = [2.3, 3.7, 5.9];

/**
 * Distances of the walls' mirror images of first and second order, in metres, from one ear.
 * Source: image method, Allen & Berkley, JASA 65, 1979.
 */
function images(ear: number): { readonly distance: number; readonly walls: number }[] {
  const found: { distance: number; walls: number }[] = [];
  for (let x = -2; x <= 2; x++)
    for (let y = -2; y <= 2; y++)
      for (let z = -2; z <= 2; z++) {
        const walls = Math.abs(x) + Math.abs(y) + Math.abs(z);
        if (walls === 0 || walls > 2) continue;
        const place = [x, y, z].map((n, d) => n * room[d] + (n % 2 === 0 ? source[d] : room[d] - source[d]));
        const at = [listener[0], listener[1] + ear, listener[2]];
        found.push({ distance: Math.hypot(...place.map((p, d) => p - at[d])), walls });
      }
  return found;
}

/** Share of the sound that a wall gives back. */
const wall = 0.8;

/**
 * A room: first the single reflections of its walls, then a late reverb that grows out of them. `decay` is the late
 * part's T60, at `damping` half of that; `size` scales all distances. Output is the wet signal alone.
 * Sources: image method, Allen & Berkley 1979; feedback delay network, Jot & Chaigne 1991.
 */
export const roomReverb = defineAudioEffect({
  id: "audio.room",
  name: "Room",
  short: "Room",
  category: "space",
  summary: "Walls around the sound: reflections first, then reverb.",
  parameters: {
    ...reverbParameters({ decay: 0.5, preDelay: 0, damping: 5000, lowCut: 80, highCut: 14000 }),
    reflections: percent({
      label: "Reflections",
      help: "How loud the walls are before the reverb.",
      min: 0,
      max: 100,
      default: 60,
    }),
  },
  key: ["decay", "size"],
  defaultMix: 25,
  create({ decay, damping, size, reflections, ...entry }, { sampleRate, channels, kernels }) {
    const samples = (ms: number) => Math.max(1, Math.round((ms / 1000) * sampleRate));
    const input = new ReverbInput(entry, { sampleRate, channels, kernels });
    const direct = Math.hypot(...source.map((s, d) => s - listener[d]));
    // Delay against the direct sound, level by distance and by the walls on the way.
    const taps = Array.from({ length: channels }, (_, c) =>
      images(((c % 2) - 0.5) * ears).map(({ distance, walls }) => ({
        delay: samples((((distance - direct) / soundSpeed) * 1000 * size) / 100),
        gain: (reflections / 100) * (direct / distance) * wall ** walls,
      })),
    );
    const longest = Math.max(...taps.flat().map((t) => t.delay));
    const past = new Float32Array(longest + stepLimit);
    const diffuser = new Diffuser(
      diffusion.map((ms) => samples((ms * size) / 100)),
      0.6,
      kernels,
    );
    const network = new FeedbackNetwork({
      lengths: lineTimes.map((ms) => samples((ms * size) / 100)),
      decay,
      damping: damping < 20000 ? damping : null,
      sampleRate,
      outputs: channels,
      kernels,
    });
    const latePlane = planeIn(kernels, stepLimit);
    return {
      latency: 0,
      tail: Math.ceil(decay * sampleRate) + input.delay + longest,
      settles: Math.ceil(1.5 * decay * sampleRate) + input.delay,
      process(blocks, frames) {
        inSteps(frames, (from, run) => {
          input.take(blocks, from, run);
          const [mono, late] = [input.mono(), latePlane()];
          past.copyWithin(0, run);
          past.set(mono.subarray(0, run), past.length - run);
          late.set(mono.subarray(0, run));
          diffuser.process(late, run);
          network.process(late, blocks, from, run);
          const now = past.length - run;
          for (let c = 0; c < channels; c++)
            for (const { delay, gain } of taps[c]) {
              const block = blocks[c];
              for (let i = 0; i < run; i++) block[from + i] += gain * past[now + i - delay];
            }
        });
      },
    };
  },
});
