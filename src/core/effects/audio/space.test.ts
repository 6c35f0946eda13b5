import { describe, expect, it } from "vitest";
import { reference } from "../../../../scripts/reference";
import { amplitudeAt, noise, one, rmsDb, sine } from "../../../../testing/signals";
import type { Chain } from "../../chain/model";
import { renderAudio } from "../../chain/run-audio";
import { Fft } from "../../signal/fft";
import { feedbackGain } from "../../signal/feedback-network";

const impulseResponse = (chain: Chain, sampleRate: number, seconds: number, channels = 1) => {
  const planes = Array.from({ length: channels }, () => new Float32Array(Math.round(seconds * sampleRate)));
  planes[0][0] = 1;
  return renderAudio(chain, { planes, sampleRate }).planes;
};

describe("delay", () => {
  // Source: reference/delay_feedback.json, the closed form wet · feedbackᵏ⁻¹ at k·D.
  const cases = reference<{
    id: string;
    fs: number;
    delayMs: number;
    feedback: number;
    wet: number;
    dry: number;
    expected_taps: [number, number][];
  }>("delay_feedback");
  it.each(cases.map((c) => [c.id, c] as const))(
    "%s puts its repeats on the sample at their level",
    (_, c) => {
      const [out] = impulseResponse(
        one("audio.delay", { time: c.delayMs, feedback: c.feedback * 100 }),
        c.fs,
        (c.expected_taps.at(-1)![0] + 1) / c.fs,
      );
      const taps = Array.from(out.entries()).filter(([, v]) => v !== 0);
      const wet = c.expected_taps.filter(([at]) => at > 0);
      expect(taps.map(([at]) => at)).toEqual(wet.map(([at]) => at));
      taps.forEach(([, v], i) => expect(Math.abs(v * c.wet - wet[i][1])).toBeLessThan(1e-6));
    },
  );

  it("is one repeat for a slap at 130 ms (common practice, no source)", () => {
    const [out] = impulseResponse(one("audio.delay", { time: 130, feedback: 0 }, 25), 48000, 1);
    expect(Array.from(out.entries()).filter(([, v]) => v !== 0)).toEqual([
      [0, 0.75],
      [6240, 0.25],
    ]);
  });

  it("changes sides with every repeat in ping-pong", () => {
    const [left, right] = impulseResponse(
      one("audio.delay", { time: 10, feedback: 50, path: "ping-pong" }),
      48000,
      0.1,
      2,
    );
    expect([left[480], left[960], left[1440], right[480], right[960]]).toEqual([0.5, 0, 0.125, 0, 0.25]);
  });
});

/** T60 from the slope between −5 and −35 dB of the backward-integrated responses of all places, by least squares. Source: ISO 3382-1. */
function reverberationTime(places: readonly Float32Array[], sampleRate: number): number {
  const energy = new Float64Array(places[0].length);
  for (let i = energy.length - 1, sum = 0; i >= 0; i--)
    energy[i] = sum += places.reduce((e, ir) => e + ir[i] * ir[i], 0);
  const level = (i: number) => 10 * Math.log10(energy[i] / energy[0]);
  const [first, last] = [-5, -35].map((db) => energy.findIndex((_, i) => level(i) <= db));
  let [n, t, l, tt, tl] = [0, 0, 0, 0, 0];
  for (let i = first; i < last; i += 16)
    [n, t, l, tt, tl] = [n + 1, t + i, l + level(i), tt + i * i, tl + i * level(i)];
  const slope = (n * tl - t * l) / (n * tt - t * t);
  return -60 / slope / sampleRate;
}

describe("plate", () => {
  it.each([[0.5], [1.2], [3]])("decays by 60 dB in %d s", (decay) => {
    const open = { decay, preDelay: 0, damping: 20000, lowCut: 10, highCut: 20000 };
    const irs = impulseResponse(one("audio.plate", open), 48000, decay * 1.5);
    expect(Math.abs(reverberationTime(irs, 48000) / decay - 1)).toBeLessThan(0.05);
  });

  it("sets in after its pre-delay and not before", () => {
    const [ir] = impulseResponse(
      one("audio.plate", { decay: 1, preDelay: 40, lowCut: 10, highCut: 20000 }),
      48000,
      0.2,
    );
    expect(ir.findIndex((v) => v !== 0)).toBeGreaterThanOrEqual(0.04 * 48000);
    expect(ir.subarray(0.04 * 48000, 0.09 * 48000).some((v) => v !== 0)).toBe(true);
  });

  it("is decorrelated between left and right", () => {
    const [left, right] = impulseResponse(one("audio.plate", { decay: 1 }), 48000, 1, 2);
    let [lr, ll, rr] = [0, 0, 0];
    left.forEach((v, i) => {
      lr += v * right[i];
      ll += v * v;
      rr += right[i] ** 2;
    });
    expect(Math.abs(lr / Math.sqrt(ll * rr))).toBeLessThan(0.2);
  });

  // Source: reference/reverb_rt60.json (Schroeder 1962).
  it.each(
    reference<{ delayMs: number; rt60: number; feedbackGain: number }>("reverb_rt60").map((c) => [
      c.delayMs,
      c.rt60,
      c.feedbackGain,
    ]),
  )("loses as a comb of %d ms for %d s does", (ms, rt60, gain) =>
    expect(Math.abs(feedbackGain(ms, rt60, 1000) - gain)).toBeLessThan(1e-9),
  );
});

/** Responses in one octave band after another: a band-pass without phase, in the frequency domain. Centres of IEC 61260-1. */
function octaveBands(irs: readonly Float32Array[], sampleRate: number): (centre: number) => Float32Array[] {
  const { length } = irs[0];
  const size = 2 ** Math.ceil(Math.log2(length * 2));
  const fft = new Fft(size);
  // Two real signals a turn: one as the real part, one as the imaginary one.
  const pairs = irs.flatMap((ir, i) => (i % 2 === 0 ? [[ir, irs.at(i + 1)] as const] : []));
  const spectra = pairs.map(([one, other]) => {
    const [re, im] = [new Float64Array(size), new Float64Array(size)];
    re.set(one);
    if (other) im.set(other);
    fft.forward(re, im);
    return { re, im };
  });
  return (centre) => {
    const gains = Float64Array.from({ length: size / 2 + 1 }, (_, k) => {
      // Raised cosine over a sixth of an octave at either edge.
      const octaves = Math.abs(Math.log2(Math.max((k * sampleRate) / size, 1e-9) / centre));
      return octaves < 5 / 12
        ? 1
        : octaves > 7 / 12
          ? 0
          : 0.5 + 0.5 * Math.cos(Math.PI * (octaves - 5 / 12) * 6);
    });
    const banded = spectra.flatMap((spectrum) => {
      const [re, im] = [spectrum.re, spectrum.im].map((part) =>
        part.map((v, k) => v * gains[Math.min(k, size - k)]),
      );
      fft.inverse(re, im);
      return [re, im].map((part) => Float32Array.from(part.subarray(0, length)));
    });
    return banded.slice(0, irs.length);
  };
}

describe.each(["audio.plate", "audio.room", "audio.spring"])("%s, damping and cuts off", (effect) => {
  const open = {
    preDelay: 0,
    damping: 20000,
    lowCut: 10,
    highCut: 20000,
    ...(effect === "audio.room" && { reflections: 0 }),
  };
  const decay = 1.5;
  const irs = impulseResponse(one(effect, { ...open, decay }), 48000, decay * 1.6, 8);
  const inBand = octaveBands(irs, 48000);
  it.each([125, 250, 500, 1000, 2000, 4000])(
    "decays by 60 dB in its time, to a twentieth, in the octave of %d Hz (ISO 3382-1)",
    (centre) => {
      expect(Math.abs(reverberationTime(inBand(centre), 48000) / decay - 1)).toBeLessThan(0.05);
    },
  );
  it("decays in about half the time at its damping", () => {
    const damped = impulseResponse(one(effect, { ...open, decay: 3, damping: 4000 }), 48000, 4, 2);
    const dampedIn = octaveBands(damped, 48000);
    const time = (centre: number) => reverberationTime(dampedIn(centre), 48000);
    const ratio = time(4000) / time(250);
    expect(ratio).toBeGreaterThan(0.38);
    expect(ratio).toBeLessThan(0.65);
  });
  it("is about as loud as the steady sound that feeds it", () => {
    const [wet] = renderAudio(one(effect, { ...open, ...(effect === "audio.room" && { reflections: 60 }) }), {
      planes: [noise(96_000, 4, 0.5)],
      sampleRate: 48000,
    }).planes;
    const gain = rmsDb(wet, 60_000) - rmsDb(noise(96_000, 4, 0.5));
    expect([effect, Math.abs(gain) < 4, gain]).toEqual([effect, true, gain]);
  });
});

describe("room", () => {
  it("answers with single reflections first, later in a larger one", () => {
    const first = (size: number) =>
      impulseResponse(one("audio.room", { size, reflections: 100 }), 48000, 0.1)[0].findIndex(
        (v) => Math.abs(v) > 0.05,
      );
    expect(first(200) / first(100)).toBeCloseTo(2, 1);
  });
});

describe("convolution reverb", () => {
  const hash = "a".repeat(64);
  const response = Float32Array.from(
    { length: 6000 },
    (_, i) => Math.exp(-i / 900) * Math.sin(i * i * 0.001),
  );
  const files = (sampleRate: number) => ({
    files: (h: string) =>
      h === hash ? ({ kind: "impulse", planes: [response], sampleRate } as const) : undefined,
  });
  it("is the response itself for an impulse, at unit energy", () => {
    const planes = [new Float32Array(8000)];
    planes[0][0] = 1;
    const [out] = renderAudio(
      one("audio.convolution", { response: hash }),
      { planes, sampleRate: 48000 },
      { resources: files(48000) },
    ).planes;
    const energy = response.reduce((sum, v) => sum + v * v, 0);
    out
      .subarray(0, 6000)
      .forEach((v, i) => expect(Math.abs(v - response[i] / Math.sqrt(energy))).toBeLessThan(1e-6));
  });
  it("is at unit energy on the average of its channels, at the response's own rate", () => {
    const planes = [Float32Array.of(3, 0, 4), Float32Array.of(0, 5, 12)];
    for (const rate of [48_000, 96_000]) {
      const stereo = {
        files: (h: string) =>
          h === hash ? ({ kind: "impulse", planes, sampleRate: rate } as const) : undefined,
      };
      const dry = [0, 1].map(() => new Float32Array(64));
      dry[0][0] = dry[1][0] = 1;
      const out = renderAudio(
        one("audio.convolution", { response: hash }),
        { planes: dry, sampleRate: rate },
        { resources: stereo },
      ).planes;
      // (25 + 169) / 2, and per second as at 48 kHz: the finer a response is sampled, the more samples hold its energy.
      const unit = Math.sqrt((97 * rate) / 48_000);
      planes.forEach((plane, c) => plane.forEach((v, i) => expect(out[c][i]).toBeCloseTo(v / unit, 5)));
    }
  });
  it("sounds the same at another rate than the response's", () => {
    const level = (rate: number, at: number) =>
      rmsDb(
        renderAudio(
          one("audio.convolution", { response: hash }),
          { planes: [sine(500, at, at)], sampleRate: at },
          { resources: files(rate) },
        ).planes[0],
        20_000,
        40_000,
      );
    expect(level(48000, 96000)).toBeCloseTo(level(48000, 48000), 1);
    expect(Math.abs(level(48000, 44100) - level(48000, 48000))).toBeLessThan(0.2);
  });
  it("leaves no images of a response of another rate, and lets tones out as loud at any rate", () => {
    // A click at 48 kHz is a tone's own level at every frequency, whatever the rate of the material.
    const click = Float32Array.from({ length: 400 }, (_, i) => (i === 0 ? 1 : 0));
    const of = (planes: Float32Array[], rate: number) => ({
      files: () => ({ kind: "impulse", planes, sampleRate: rate }) as const,
    });
    for (const [own, rate] of [
      [48_000, 96_000],
      [48_000, 44_100],
      [96_000, 48_000],
      [44_100, 48_000],
    ]) {
      const [out] = renderAudio(
        one("audio.convolution", { response: hash }),
        {
          planes: [
            [1000, 9000, 15_000]
              .map((f) => sine(f, rate, rate, 0.1))
              .reduce((a, b) => a.map((v, i) => v + b[i])),
          ],
          sampleRate: rate,
        },
        { resources: of([click], own) },
      ).planes;
      const expected = 0.1 / Math.sqrt(own / 48_000);
      for (const f of [1000, 9000, 15_000])
        expect(20 * Math.log10(amplitudeAt(out, f, rate, 10_000, rate - 10_000) / expected)).toBeCloseTo(
          0,
          1,
        );
    }
    // Where the response's rate had no frequencies there is nothing: its images lie 90 dB down.
    const [images] = renderAudio(
      one("audio.convolution", { response: hash }),
      { planes: [sine(30_000, 96_000, 96_000, 1)], sampleRate: 96_000 },
      { resources: of([click], 48_000) },
    ).planes;
    expect(20 * Math.log10(amplitudeAt(images, 30_000, 96_000, 20_000, 80_000))).toBeLessThan(-90);
  });
  it("is missing where its file is not here, and does nothing where none is chosen", () => {
    const planes = [noise(1000, 2)];
    expect(
      renderAudio(
        one("audio.convolution", { response: "b".repeat(64) }),
        { planes, sampleRate: 48000 },
        { resources: files(48000) },
      ).missing[0],
    ).toContain("impulse response bbbbbbbb");
    expect(renderAudio(one("audio.convolution", {}), { planes, sampleRate: 48000 }).planes[0]).toEqual(
      planes[0],
    );
  });
});

describe("note values", () => {
  it("follow the tempo: a dotted eighth at 120 a minute is 375 ms", () => {
    const [out] = impulseResponse(one("audio.delay", { note: "1/8d", tempo: 120, feedback: 0 }), 48000, 1);
    expect(out.findIndex((v) => v !== 0)).toBe(18_000);
  });
});
