import { describe, expect, it } from "vitest";
import { reference } from "../../../../scripts/reference";
import type { Chain, Json } from "../../chain/model";
import { renderAudio } from "../../chain/run-audio";
import { feedbackGain } from "../../signal/feedback-network";

const one = (effect: string, values: Record<string, Json>, mix = 100): Chain => ({ medium: "audio", settings: [{ effect, values, on: true, mix }] });
const impulseResponse = (chain: Chain, sampleRate: number, seconds: number, channels = 1) => {
  const planes = Array.from({ length: channels }, () => new Float32Array(Math.round(seconds * sampleRate)));
  planes[0][0] = 1;
  return renderAudio(chain, { planes, sampleRate }).planes;
};

describe("delay", () => {
  // Source: reference/delay_feedback.json, the closed form wet · feedbackᵏ⁻¹ at k·D.
  const cases = reference<{ id: string; fs: number; delayMs: number; feedback: number; wet: number; dry: number; expected_taps: [number, number][] }>("delay_feedback");
  it.each(cases.map((c) => [c.id, c] as const))("%s puts its repeats on the sample at their level", (_, c) => {
    const [out] = impulseResponse(one("audio.delay", { time: c.delayMs, feedback: c.feedback * 100 }), c.fs, (c.expected_taps.at(-1)![0] + 1) / c.fs);
    const taps = Array.from(out.entries()).filter(([, v]) => v !== 0);
    const wet = c.expected_taps.filter(([at]) => at > 0);
    expect(taps.map(([at]) => at)).toEqual(wet.map(([at]) => at));
    taps.forEach(([, v], i) => expect(Math.abs(v * c.wet - wet[i][1])).toBeLessThan(1e-6));
  });

  it("is one repeat for a slap at 130 ms (common practice, no source)", () => {
    const [out] = impulseResponse(one("audio.delay", { time: 130, feedback: 0 }, 25), 48000, 1);
    expect(Array.from(out.entries()).filter(([, v]) => v !== 0)).toEqual([[0, 0.75], [6240, 0.25]]);
  });

  it("changes sides with every repeat in ping-pong", () => {
    const [left, right] = impulseResponse(one("audio.delay", { time: 10, feedback: 50, path: "ping-pong" }), 48000, 0.1, 2);
    expect([left[480], left[960], left[1440], right[480], right[960]]).toEqual([0.5, 0, 0.125, 0, 0.25]);
  });
});

/** T60 from the decay between −5 and −35 dB of the backward-integrated response. Source: ISO 3382-1. */
function reverberationTime(ir: Float32Array, sampleRate: number): number {
  const energy = new Float64Array(ir.length);
  for (let i = ir.length - 1, sum = 0; i >= 0; i--) energy[i] = sum += ir[i] * ir[i];
  const at = (db: number) => energy.findIndex((e) => 10 * Math.log10(e / energy[0]) <= db);
  return (2 * (at(-35) - at(-5))) / sampleRate;
}

describe("plate", () => {
  it.each([[0.5], [1.2], [3]])("decays by 60 dB in %d s", (decay) => {
    const open = { decay, preDelay: 0, damping: 20000, lowCut: 10, highCut: 20000 };
    const [ir] = impulseResponse(one("audio.plate", open), 48000, decay * 1.5);
    expect(Math.abs(reverberationTime(ir, 48000) / decay - 1)).toBeLessThan(0.05);
  });

  it("sets in after its pre-delay and not before", () => {
    const [ir] = impulseResponse(one("audio.plate", { decay: 1, preDelay: 40, lowCut: 10, highCut: 20000 }), 48000, 0.2);
    expect(ir.findIndex((v) => v !== 0)).toBeGreaterThanOrEqual(0.04 * 48000);
    expect(ir.subarray(0.04 * 48000, 0.09 * 48000).some((v) => v !== 0)).toBe(true);
  });

  it("is decorrelated between left and right", () => {
    const [left, right] = impulseResponse(one("audio.plate", { decay: 1 }), 48000, 1, 2);
    let [lr, ll, rr] = [0, 0, 0];
    left.forEach((v, i) => { lr += v * right[i]; ll += v * v; rr += right[i] ** 2; });
    expect(Math.abs(lr / Math.sqrt(ll * rr))).toBeLessThan(0.2);
  });

  // Source: reference/reverb_rt60.json (Schroeder 1962).
  it.each(reference<{ delayMs: number; rt60: number; feedbackGain: number }>("reverb_rt60").map((c) => [c.delayMs, c.rt60, c.feedbackGain]))(
    "loses as a comb of %d ms for %d s does",
    (ms, rt60, gain) => expect(Math.abs(feedbackGain(ms, rt60, 1000) - gain)).toBeLessThan(1e-9),
  );
});
