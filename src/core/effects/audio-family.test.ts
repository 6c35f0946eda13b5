import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Chain } from "../chain/model";
import { prepareAudioChain, preparePlainChain } from "../chain/prepare-audio";
import { renderAudio } from "../chain/run-audio";
import { defaultValues } from "../chain/values";
import { chainResponse } from "../measure/response";
import { magnitudeDb } from "../numeric/complex";
import type { AudioEffect } from "./define";
import { effectsFor } from "./registry";

const family = effectsFor("audio") as readonly AudioEffect[];
const sampleRate = 48000;
const noise = (length: number, seed = 1) => {
  let state = seed;
  return Float32Array.from(
    { length },
    () => ((state = (Math.imul(1664525, state) + 1013904223) >>> 0) / 2 ** 31 - 1) * 0.5,
  );
};
const chainOf = (
  effect: AudioEffect,
  values: object = defaultValues(effect.parameters),
  mix = 100,
): Chain => ({
  medium: "audio",
  settings: [{ effect: effect.id, values: values as never, on: true, mix }],
});
/** Every number at one end of its range, choices at their first and last option. */
const extremes = (effect: AudioEffect) =>
  (["min", "max"] as const).map((end) =>
    Object.fromEntries(
      Object.entries(effect.parameters).map(([key, p]) => {
        const one = (spec: typeof p): unknown =>
          spec.kind === "number"
            ? spec[end]
            : spec.kind === "choice"
              ? spec.options.at(end === "min" ? 0 : -1)!.value
              : spec.default;
        return [
          key,
          p.kind === "rows"
            ? Array.from({ length: p.max }, () =>
                Object.fromEntries(Object.entries(p.item).map(([k, spec]) => [k, one(spec)])),
              )
            : one(p),
        ];
      }),
    ),
  );

describe.each(family.map((e) => [e.id, e] as const))("%s", (_, effect) => {
  it("keeps silence silent", () => {
    const { planes } = renderAudio(chainOf(effect), {
      planes: [new Float32Array(5000), new Float32Array(5000)],
      sampleRate,
    });
    expect(planes.every((p) => p.every((v) => v === 0))).toBe(true);
  });

  it("is the same in blocks of any size, bit for bit", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 1500 }), { minLength: 2, maxLength: 8 }),
        fc.integer({ min: 1, max: 2 }),
        (sizes, channels) => {
          const length = sizes.reduce((a, b) => a + b, 0);
          const whole = Array.from({ length: channels }, (_, c) => noise(length, c + 1));
          const parts = whole.map((p) => p.slice());
          const make = () => prepareAudioChain(chainOf(effect, undefined, 60), 80, { sampleRate, channels });
          make().process(whole, length);
          const run = make();
          let at = 0;
          for (const size of sizes) {
            run.process(
              parts.map((p) => p.subarray(at, at + size)),
              size,
            );
            at += size;
          }
          expect(parts).toEqual(whole);
        },
      ),
      { numRuns: 12 },
    );
  });

  it("is by kernels what it is without them, as far as single precision goes", () => {
    for (const [values, channels] of [
      [undefined, 1],
      [undefined, 3],
      ...extremes(effect).map((v) => [v, 2] as const),
    ] as const) {
      const chain = chainOf(effect, values, 70);
      const facts = { sampleRate, channels };
      const [fast, plain] = [prepareAudioChain(chain, 90, facts), preparePlainChain(chain, 90, facts)];
      expect([fast.latency, fast.tail, fast.missing]).toEqual([plain.latency, plain.tail, plain.missing]);
      const input = Array.from({ length: channels }, (_, c) =>
        noise(9000, c + 2).map((v, i) => (i > 6000 ? 0 : v)),
      );
      const twin = input.map((p) => p.slice());
      fast.process(input, 9000);
      plain.process(twin, 9000);
      const loudest = Math.max(1, ...twin.map((p) => p.reduce((most, v) => Math.max(most, Math.abs(v)), 0)));
      input.forEach((p, c) =>
        p.forEach((v, i) => {
          if (!(Math.abs(v - twin[c][i]) <= 3e-5 * loudest))
            throw new Error(`channel ${c}, sample ${i}: ${v} instead of ${twin[c][i]}`);
        }),
      );
    }
  });

  it("does nothing at mix 0, at strength 0 and when it is off", () => {
    const input = noise(4000);
    const chain = chainOf(effect);
    for (const [c, strength] of [
      [chainOf(effect, undefined, 0), 100],
      [chain, 0],
      [{ ...chain, settings: [{ ...chain.settings[0], on: false }] }, 100],
    ] as const)
      expect(renderAudio(c, { planes: [input], sampleRate }, { strength }).planes[0]).toEqual(input);
  });

  it("survives the extremes of every parameter at any sample rate, with 1 to 8 channels", () => {
    for (const values of extremes(effect))
      for (const [rate, channels] of [
        [8000, 1],
        [44100, 2],
        [192000, 8],
      ]) {
        const { planes } = renderAudio(
          chainOf(effect, values),
          { planes: Array.from({ length: channels }, (_, c) => noise(6000, c + 5)), sampleRate: rate },
          { tail: 1000 },
        );
        expect(planes).toHaveLength(channels);
        expect(planes.every((p) => p.every(Number.isFinite))).toBe(true);
      }
  });

  it("does not change the material it is given", () => {
    const input = noise(3000);
    const kept = input.slice();
    renderAudio(chainOf(effect), { planes: [input], sampleRate });
    expect(input).toEqual(kept);
  });

  it.runIf(effect.response)("has the response that it says it has", () => {
    const impulse = new Float32Array(1 << 15);
    impulse[0] = 1;
    const [ir] = renderAudio(chainOf(effect, extremesOfFilter(effect)), {
      planes: [impulse],
      sampleRate,
    }).planes;
    const frequencies = [50, 200, 1000, 5000, 12000];
    const { response } = chainResponse(
      chainOf(effect, extremesOfFilter(effect)),
      100,
      frequencies,
      sampleRate,
    );
    frequencies.forEach((f, i) => {
      let re = 0;
      let im = 0;
      ir.forEach((v, n) => {
        re += v * Math.cos((2 * Math.PI * f * n) / sampleRate);
        im -= v * Math.sin((2 * Math.PI * f * n) / sampleRate);
      });
      expect(magnitudeDb({ re, im })).toBeCloseTo(magnitudeDb(response[i]), 2);
    });
  });
});

/** Values at which a filter does something, so that comparing responses says something. */
function extremesOfFilter(effect: AudioEffect): object {
  const values: Record<string, unknown> = { ...defaultValues(effect.parameters) };
  if ("bands" in values)
    values.bands = [
      { shape: "bell", frequency: 900, gain: 7, q: 2 },
      { shape: "high-shelf", frequency: 6000, gain: -5, q: 0.7 },
    ];
  // As broad as it gets, so that its ringing has ended with the impulse response.
  if ("harmonics" in values) Object.assign(values, { width: 20, depth: 90 });
  if ("cutoff" in values) values.cutoff = 700;
  if ("gain" in values) values.gain = -4.5;
  return values;
}
