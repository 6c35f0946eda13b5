import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { AudioEffect } from "../effects/define";
import { effects } from "../effects/registry";
import { section } from "../signal/biquad";
import { ratio, type Ratio } from "../time/ratio";
import type { Lane } from "../time/lane";
import { automationGrid, courseFrom, soundTime } from "./automated";
import { lengthOf } from "./keyframes";
import { runMix, planMix, type MixNode } from "./mix";
import { streamMix } from "./mix-stream";
import type { Chain, EffectSetting, Motion } from "./model";
import { chainAt, movable } from "./motion";
import { preparePlainChain, prepareAudioChain } from "./prepare-audio";
import { renderAudio, renderLoop } from "./run-audio";

const rate = 8000;
const seconds = 2;
const lane = (...points: readonly (readonly [at: Ratio, value: number])[]): Lane =>
  points.map(([at, value]) => ({ at, value, ease: "linear" }));
const motion = (lanes: Record<string, Lane>, set: Partial<Motion> = {}): Motion => ({
  length: ratio(seconds),
  way: "start",
  opening: ratio(0),
  closing: ratio(0),
  ...set,
  lanes,
});
const setting = (effect: string, values: object, moving?: Motion, mix = 100): EffectSetting => ({
  effect,
  values: values as EffectSetting["values"],
  on: true,
  mix,
  ...(moving && { motion: moving }),
});
const chain = (...settings: EffectSetting[]): Chain => ({ medium: "audio", settings });
const ones = (frames: number, channels = 1) =>
  Array.from({ length: channels }, () => new Float32Array(frames).fill(1));
const noise = (frames: number, channels = 1) =>
  Array.from({ length: channels }, (_, c) =>
    Float32Array.from({ length: frames }, (_, i) => 0.5 * Math.sin(i * i * 0.0007 + c) * Math.cos(i * 0.31)),
  );
const dB = (x: number) => 20 * Math.log10(Math.abs(x));
const render = (c: Chain, planes: Float32Array[], strength = 100) =>
  renderAudio(c, { planes, sampleRate: rate }, { strength }).planes;

/** From 0 to -24 dB between half a second and one and a half. */
const fall = lane([ratio(1, 2), 0], [ratio(3, 2), -24]);

describe("keyframes in sound", () => {
  it("are met to the sample on the grid, and gone between evenly", () => {
    const [out] = render(
      chain(setting("audio.gain", { gain: 0 }, motion({ gain: fall }))),
      ones(seconds * rate),
    );
    for (let n = 0; n < out.length; n += automationGrid) {
      const expected = Math.min(0, Math.max(-24, -24 * (n / rate - 0.5)));
      expect(dB(out[n]), `sample ${n}`).toBeCloseTo(expected, 4);
    }
    // No step anywhere: 24 dB a second are at most 2.8 / 8000 a sample.
    for (let n = 1; n < out.length; n++) expect(Math.abs(out[n] - out[n - 1])).toBeLessThan(0.0004);
  });

  it("are as if nothing moved where their values stay what they are", () => {
    const input = noise(rate, 2);
    for (const [effect, values, key, value] of [
      ["audio.gain", { gain: -6 }, "gain", -6],
      ["audio.pan", { position: 30 }, "position", 30],
      ["audio.width", { width: 150 }, "width", 150],
      ["audio.high-pass", { cutoff: 300, slope: "24" }, "cutoff", 300],
      ["audio.tremolo", { rate: 5, depth: 60 }, "depth", 60],
    ] as const) {
      const still = render(chain(setting(effect, values)), input);
      const moving = render(
        chain(setting(effect, values, motion({ [key]: lane([ratio(1), value]) }))),
        input,
      );
      moving.forEach((plane, c) =>
        plane.forEach((v, i) => expect(Math.abs(v - still[c][i]), `${effect} ${i}`).toBeLessThan(1e-6)),
      );
    }
  });

  it("move the share of the mix of any effect, beside a dry way as late as it", () => {
    const share = lane([ratio(0), 0], [ratio(2), 100]);
    const input = noise(seconds * rate);
    const [wet] = render(chain(setting("audio.limiter", { ceiling: -12 })), input);
    const [out] = render(chain(setting("audio.limiter", { ceiling: -12 }, motion({ mix: share }))), input);
    out.forEach((v, i) => {
      const s = i / (seconds * rate);
      expect(Math.abs(v - (input[0][i] + (wet[i] - input[0][i]) * s))).toBeLessThan(1e-5);
    });
  });

  it("give at any moment what the plain recursion gives whose sections change on the grid", () => {
    // Source: direct form II transposed, Zölzer, DAFX, 2nd ed., §2.2, with coefficients of the Audio EQ Cookbook.
    const sweep = lane([ratio(0), 200], [ratio(2), 3200]);
    const input = noise(seconds * rate);
    const [out] = render(
      chain(setting("audio.low-pass", { cutoff: 200, slope: "12" }, motion({ cutoff: sweep }))),
      input,
    );
    let [z1, z2] = [0, 0];
    const expected = input[0].map((x, i) => {
      // Keyframes of frequencies are gone between by octaves: four in two seconds.
      const cutoff = 200 * 2 ** ((2 * Math.floor(i / automationGrid + 1) * automationGrid) / rate);
      const s = section("low-pass", Math.min(3200, cutoff), Math.SQRT1_2, 0, rate);
      const y = s.b0 * x + z1;
      z1 = s.b1 * x + z2 - s.a1 * y;
      z2 = s.b2 * x - s.a2 * y;
      return y;
    });
    out.forEach((v, i) => expect(Math.abs(v - expected[i]), `sample ${i}`).toBeLessThan(2e-5));
  });

  it("do not depend on the size of blocks, nor on kernels (property)", () => {
    const c = chain(
      setting("audio.gain", { gain: 0 }, motion({ gain: fall })),
      setting("audio.limiter", { ceiling: -6 }),
      setting(
        "audio.high-pass",
        { cutoff: 100, slope: "12" },
        motion({ cutoff: lane([ratio(0), 60], [ratio(2), 900]), mix: lane([ratio(1), 100], [ratio(2), 20]) }),
      ),
      setting("audio.pan", { position: 0 }, motion({ position: lane([ratio(0), -100], [ratio(2), 100]) })),
    );
    const input = noise(6000, 2);
    const course = courseFrom(500, 16_000, rate);
    const whole = (prepare: typeof prepareAudioChain) => {
      const planes = input.map((p) => p.slice());
      prepare(c, 80, { sampleRate: rate, channels: 2 }, { course }).process(planes, 6000);
      return planes;
    };
    const [kernels, plain] = [whole(prepareAudioChain), whole(preparePlainChain)];
    kernels.forEach((plane, ch) =>
      plane.forEach((v, i) => expect(Math.abs(v - plain[ch][i])).toBeLessThan(2e-6)),
    );
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 1500 }), { minLength: 1, maxLength: 12 }), (sizes) => {
        const processor = prepareAudioChain(c, 80, { sampleRate: rate, channels: 2 }, { course });
        const planes = input.map((p) => p.slice());
        for (let at = 0, n = 0; at < 6000; n++) {
          const frames = Math.min(sizes[n % sizes.length], 6000 - at);
          processor.process(
            planes.map((p) => p.subarray(at, at + frames)),
            frames,
          );
          at += frames;
        }
        planes.forEach((plane, ch) => expect(plane).toEqual(kernels[ch]));
      }),
      { numRuns: 25 },
    );
  });

  it("come after what lags before them as they would without it", () => {
    const input = ones(seconds * rate);
    const moving = setting("audio.gain", { gain: 0 }, motion({ gain: fall }));
    // A limiter lags, and leaves alone what is below its ceiling.
    const [late] = render(
      chain(setting("audio.limiter", { ceiling: 0 }), moving),
      input.map((p) => p.map((v) => v / 2)),
    );
    const [alone] = render(
      chain(moving),
      input.map((p) => p.map((v) => v / 2)),
    );
    late.forEach((v, i) => expect(Math.abs(v - alone[i]), `sample ${i}`).toBeLessThan(1e-5));
  });

  it("fit a sound of another length as clips do", () => {
    const level = (way: Motion["way"], length: number, at: number) => {
      const [out] = render(
        chain(setting("audio.gain", { gain: 0 }, motion({ gain: fall }, { way }))),
        ones(length * rate),
      );
      return dB(out[Math.round(at * rate)]);
    };
    // Set on 2 s; in the middle of the fall are -12 dB.
    expect(level("start", 4, 1)).toBeCloseTo(-12, 1);
    expect(level("end", 4, 3)).toBeCloseTo(-12, 1);
    expect(level("stretch", 4, 2)).toBeCloseTo(-12, 1);
    expect(level("end", 4, 1)).toBeCloseTo(0, 3);
    expect(level("stretch", 1, 0.5)).toBeCloseTo(-12, 1);
  });

  it("are in a loop where they are in the sound, however often it goes round", () => {
    const c = chain(
      setting("audio.limiter", { ceiling: 0 }),
      setting("audio.gain", { gain: 0 }, motion({ gain: fall })),
      setting("audio.high-pass", { cutoff: 40, slope: "12" }),
    );
    const planes = ones(seconds * rate);
    const [start, end] = [6000, 11_111];
    const tone = planes.map((p) => p.map((_, i) => 0.3 * Math.sin((2 * Math.PI * 500 * i) / rate)));
    const [whole] = render(c, tone);
    const loop = renderLoop(c, { planes: tone, sampleRate: rate }, start, end).planes[0];
    // Once what came before counts no more, it is the rendering.
    for (let i = 2500; i < loop.length - 10; i++)
      expect(Math.abs(loop[i] - whole[start + i]), `sample ${i}`).toBeLessThan(1e-4);
    // A part of the material that says where it lies gives the same.
    const part = tone.map((p) => p.slice(start, end));
    const again = renderLoop(c, { planes: part, sampleRate: rate }, 0, end - start, 100, {
      course: courseFrom(start, tone[0].length, rate),
    }).planes[0];
    expect(again).toEqual(loop);
  });

  it("of clips and of what they feed are the same in a window of a mix as in its rendering from the beginning", async () => {
    const node = (id: string, set: Partial<MixNode>): MixNode => ({
      id,
      chain: chain(),
      strength: 100,
      material: null,
      feeds: "out",
      sends: [],
      muted: false,
      soloed: false,
      ...set,
    });
    const fade = motion({ gain: lane([ratio(0), 0], [ratio(1), -20]) }, { way: "end", length: ratio(1) });
    const nodes = [
      node("a", {
        chain: chain(setting("audio.gain", { gain: 0 }, fade)),
        material: { at: 0.5, sampleRate: rate, channels: 1, frames: 12_000 },
      }),
      node("b", { material: { at: 1, sampleRate: rate, channels: 1, frames: 16_000 } }),
      node("out", {
        feeds: null,
        chain: chain(
          setting("audio.gain", { gain: 0 }, motion({ gain: lane([ratio(0), -40], [ratio(3), 0]) })),
        ),
      }),
    ];
    const material = noise(16_000)[0];
    const stream = streamMix(nodes, rate, null, async (_, { start, end }) => [material.slice(start, end)]);
    const all = await stream.next(24_000);
    const plan = planMix(nodes, { start: 9000, end: 20_000 }, rate);
    const window = runMix(plan, (step) => {
      const from = Math.max(0, step.input.start);
      return [material.slice(from, Math.min(step.node.material!.frames, step.input.end))];
    });
    window.forEach((plane, side) =>
      plane.forEach((v, i) => expect(Math.abs(v - all[side][9000 + i]), `sample ${i}`).toBeLessThan(1e-5)),
    );
    // The fade of the clip by its end: at 2 s it ends; the output's own has come to -13 dB there.
    const clipEnd = 16_000 - 64;
    const expected = material[clipEnd - 4000] * 10 ** (-20 / 20) + material[clipEnd - 8000];
    expect(all[0][clipEnd]).toBeCloseTo(expected * 10 ** ((-40 + (40 * clipEnd) / rate / 3) / 20), 3);
  });
});

describe("what of sound takes keyframes", () => {
  const sounds = effects.filter((effect): effect is AudioEffect => effect.medium === "audio");
  it.each(sounds.map((effect) => [effect.id, effect] as const))(
    "%s: numbers that it goes on with, and its share",
    (_, effect) => {
      const keys = [...movable(effect).keys()];
      expect(keys.at(-1)).toBe("mix");
      expect(keys.slice(0, -1)).toEqual(
        Object.keys(effect.parameters).filter((key) => effect.automates?.includes(key)),
      );
      expect(effect.automates ?? []).toEqual(keys.slice(0, -1));
      if (!effect.automates) return;
      const defaults = Object.fromEntries(
        Object.entries(effect.parameters).map(([key, spec]) => [
          key,
          "default" in spec ? spec.default : null,
        ]),
      );
      const made = effect.create(
        defaults as never,
        { sampleRate: 48_000, channels: 2 },
        { files: {}, learnt: null },
      );
      expect("sections" in made || made.retune !== undefined).toBe(true);
    },
  );

  it("is at a moment what it is drawn as", () => {
    const moving = chain(
      setting("audio.gain", { gain: 0 }, motion({ gain: fall, mix: lane([ratio(1), 40]) })),
    );
    expect(chainAt(moving, { time: 1, length: ratio(2) })).toEqual(
      chain(setting("audio.gain", { gain: -12 }, undefined, 40)),
    );
    const still = chain(setting("audio.gain", { gain: 3 }));
    expect(chainAt(still, { time: 1, length: ratio(2) })).toBe(still);
  });

  it("counts a sound in hundredths of a second, at any rate", () => {
    expect(soundTime(48_000, 48_000)).toEqual({ frames: 100, rate: [48_000, 480], isSound: true });
    expect(soundTime(44_101, 44_100)).toEqual({ frames: 101, rate: [44_100, 441], isSound: true });
    expect(soundTime(1, 11_025)).toEqual({ frames: 1, rate: [11_025, 110], isSound: true });
    expect(lengthOf(soundTime(96_000, 48_000))).toEqual([2, 1]);
  });
});
