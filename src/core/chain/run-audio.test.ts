import { describe, expect, it } from "vitest";
import { defineAudioEffect } from "../effects/define";
import { findEffect } from "../effects/registry";
import type { Chain, Json } from "./model";
import { chainFacts, prepareAudioChain } from "./prepare-audio";
import { renderAudio, renderLoop } from "./run-audio";

const sampleRate = 48000;
const ramp = Float32Array.from({ length: 3000 }, (_, i) => Math.sin(i * 0.05) * 0.5);
const rms = (x: Float32Array) => Math.sqrt(x.reduce((sum, v) => sum + v * v, 0) / x.length);

/** An effect that does nothing but lag, to see that dry paths wait for it. */
const lagging = defineAudioEffect({
  id: "test.lag",
  name: "Lag",
  short: "Lag",
  category: "test",
  summary: "",
  parameters: {},
  key: [],
  create: (_, { channels }) => {
    const lines = Array.from({ length: channels }, () => new Float32Array(37));
    let at = 0;
    return {
      latency: 37,
      tail: 0,
      process(blocks, frames) {
        for (let i = 0; i < frames; i++) {
          blocks.forEach((b, c) => ([b[i], lines[c][at]] = [lines[c][at], b[i]]));
          at = (at + 1) % 37;
        }
      },
    };
  },
});

describe("filters side by side in a chain", () => {
  const set = (effect: string, values: Record<string, Json>, mix = 100) => ({
    effect,
    values,
    on: true,
    mix,
  });
  const filters = [
    set("audio.high-pass", { cutoff: 120 }),
    set("audio.parametric-eq", { bands: [{ shape: "bell", frequency: 900, gain: 6, q: 2 }] }),
    set("audio.low-pass", { cutoff: 9000, slope: "24" }),
  ];
  const one = (settings: ReturnType<typeof set>[]) =>
    renderAudio(
      { medium: "audio", settings },
      { planes: [ramp, ramp.map((v, i) => v * Math.cos(i))], sampleRate },
    ).planes;
  it("run as one cascade, which only keeps more digits between them", () => {
    const joined = one(filters);
    let apart: readonly Float32Array[] = [ramp, ramp.map((v, i) => v * Math.cos(i))];
    for (const setting of filters)
      apart = renderAudio({ medium: "audio", settings: [setting] }, { planes: apart, sampleRate }).planes;
    joined.forEach((plane, c) =>
      plane.forEach((v, i) => expect(Math.abs(v - apart[c][i])).toBeLessThan(1e-6)),
    );
    expect(chainFacts({ medium: "audio", settings: filters }, 100, { sampleRate, channels: 1 }).tail).toBe(
      filters.reduce(
        (sum, setting) =>
          sum + chainFacts({ medium: "audio", settings: [setting] }, 100, { sampleRate, channels: 1 }).tail,
        0,
      ),
    );
  });
  it("keep their own mix", () => {
    const [dry, wet] = [one(filters.slice(0, 1)), one(filters.slice(0, 2))];
    const half = one([filters[0], { ...filters[1], mix: 50 }]);
    half.forEach((plane, c) =>
      plane.forEach((v, i) => expect(Math.abs(v - (dry[c][i] + wet[c][i]) / 2)).toBeLessThan(1e-6)),
    );
  });
});

describe("running a chain", () => {
  it("keeps a dry path aligned with an effect that lags: two equal aligned copies sum to +6.02 dB (common practice, no source)", () => {
    const setting = { effect: "test.lag", values: {}, on: true, mix: 50 };
    const lookup = (id: string) =>
      (id === "test.lag" ? lagging : findEffect(id)) as ReturnType<typeof findEffect>;
    const run = prepareAudioChain(
      { medium: "audio", settings: [setting] },
      100,
      { sampleRate, channels: 1 },
      { lookup },
    );
    const block = new Float32Array(3037);
    block.set(ramp);
    run.process([block], block.length);
    const out = block.subarray(37);
    out.forEach((v, i) => expect(v).toBeCloseTo(ramp[i], 6));
    expect(20 * Math.log10(rms(out.map((v, i) => v + ramp[i])) / rms(ramp))).toBeCloseTo(6.0206, 3);
  });

  it("blends the whole chain by strength", () => {
    const chain: Chain = {
      medium: "audio",
      settings: [{ effect: "audio.gain", values: { gain: -60 }, on: true, mix: 100 }],
    };
    const [half] = renderAudio(chain, { planes: [ramp], sampleRate }, { strength: 50 }).planes;
    half.forEach((v, i) => expect(v).toBeCloseTo(ramp[i] * 0.5005, 5));
  });

  it("names what it does not have and passes it by", () => {
    const chain: Chain = {
      medium: "audio",
      settings: [{ effect: "audio.from-tomorrow", values: { depth: 3 }, on: true, mix: 100 }],
    };
    const out = renderAudio(chain, { planes: [ramp], sampleRate });
    expect(out.missing).toEqual(["audio.from-tomorrow"]);
    expect(out.planes[0]).toEqual(ramp);
  });

  it("renders no more tail than there is and than was asked for", () => {
    const chain: Chain = {
      medium: "audio",
      settings: [{ effect: "audio.delay", values: { time: 100, feedback: 0 }, on: true, mix: 50 }],
    };
    expect(renderAudio(chain, { planes: [ramp], sampleRate }, { tail: 1e9 }).planes[0]).toHaveLength(
      3000 + 4800,
    );
    expect(renderAudio(chain, { planes: [ramp], sampleRate }).planes[0]).toHaveLength(3000);
  });
});

describe("a loop in its settled state", () => {
  const long = Float32Array.from(
    { length: 48000 },
    (_, i) => Math.sin(i * 0.02) * (i % 9000 < 3000 ? 0.6 : 0.05),
  );
  it("is periodic: a second turn sounds as the first", () => {
    const chain: Chain = {
      medium: "audio",
      settings: [
        { effect: "audio.delay", values: { time: 300, feedback: 40 }, on: true, mix: 50 },
        { effect: "audio.high-pass", values: {}, on: true, mix: 100 },
      ],
    };
    const first = renderLoop(chain, { planes: [long], sampleRate }, 9000, 33000).planes[0];
    // Slow truth: the range laid end to end many times, the last turn taken.
    const range = long.subarray(9000, 33000);
    const turns = 24;
    const laid = new Float32Array(range.length * turns);
    for (let t = 0; t < turns; t++) laid.set(range, t * range.length);
    const truth = renderAudio(chain, { planes: [laid], sampleRate }).planes[0].subarray(
      range.length * (turns - 1),
    );
    first.forEach((v, i) => expect(Math.abs(v - truth[i])).toBeLessThan(1e-3));
  });
  it("is the range itself where there is no chain", () => {
    expect(
      renderLoop({ medium: "audio", settings: [] }, { planes: [long], sampleRate }, 100, 5000).planes[0],
    ).toEqual(long.slice(100, 5000));
  });
});
