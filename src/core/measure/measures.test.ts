import { describe, expect, it } from "vitest";
import { noise, one, sine } from "../../../testing/signals";
import { decodeSrgb } from "../colour/srgb";
import { align } from "./alignment";
import { coloursThrough, levelCurve, toneCurveOf } from "./chain-curves";
import {
  clipping,
  differenceStatistics,
  lumaLevels,
  vectorscopeData,
  waveformData,
} from "./picture-statistics";
import { columnsOf, Overview, overviewStep } from "./overview";
import { histogram, samplePeak, waveformPeaks } from "./peaks";
import { nextSilence } from "./silence";
import { bandSpectrum, soundStatistics, spectrum } from "./spectrum";

it("what a title makes of greys is nothing, also where the outlines of letters are not known", () => {
  const chain = {
    medium: "video",
    settings: [{ effect: "video.title", values: {}, on: true, mix: 100 }],
  } as const;
  const greys = [0, 0.25, 0.5, 1];
  toneCurveOf(chain, 100, greys)!.forEach((plane) =>
    plane.forEach((v, i) => expect(v).toBeCloseTo(greys[i], 5)),
  );
});

describe("alignment", () => {
  const take = noise(5000, 3);
  const shifted = (by: number, gain = 1) =>
    Float32Array.from({ length: 6000 }, (_, i) => gain * (take[i - by] ?? 0));
  it.each([0, 1, 777, -345])("finds a shift of %d samples in noise of its own", (by) => {
    const hiss = noise(6000, 9, 0.3);
    const other = shifted(by).map((v, i) => v + hiss[i]);
    expect(align(take, other).offsetSamples).toBe(by);
  });
  it("two aligned equal copies sum to +6.02 dB; one upside down cancels (common practice, no source)", () => {
    expect(align(take, shifted(10))).toMatchObject({
      offsetSamples: 10,
      sumGainDb: expect.closeTo(6.0206, 3) as number,
      correlation: expect.closeTo(1, 6) as number,
    });
    const { correlation, sumGainDb } = align(take, shifted(10, -1));
    expect(correlation).toBeCloseTo(-1, 6);
    expect(sumGainDb).toBeLessThan(-100);
  });
  it("silence has no correlation", () =>
    expect(align(new Float32Array(100), take)).toMatchObject({ correlation: 0, sumGainDb: 0 }));
});

describe("levels and spectra", () => {
  it("a sine of full scale has −3.01 dB RMS and a crest factor of 3.01 dB; a square wave 0 and 0", () => {
    const { rms, crest, peak } = soundStatistics([sine(1000, 48_000, 48_000)]);
    expect([rms, crest, peak].map((v) => Math.round(v * 100) / 100)).toEqual([-3.01, 3.01, 0]);
    expect(soundStatistics([sine(1000, 48_000, 48_000).map((v) => (v < 0 ? -1 : 1))]).crest).toBeCloseTo(
      0,
      6,
    );
  });
  it("of a sound shorter than its window is that of the sound with silence behind it", () => {
    const short = sine(1500, 48_000, 1000, 0.5);
    const padded = new Float32Array(4096);
    padded.set(short);
    expect(spectrum([short], 4096)).toEqual(spectrum([padded], 4096));
    expect(Math.max(...spectrum([short], 4096))).toBeGreaterThan(-40);
  });
  it("a sine reads its level at its own frequency", () => {
    const bins = spectrum([sine(1500, 48_000, 32_768, 0.5)], 4096);
    expect(bins[128]).toBeCloseTo(-6.02, 1);
    expect(bins[400]).toBeLessThan(-90);
  });
  it.each([44_100, 48_000, 96_000])(
    "bands at %d Hz: a sine reads its level in its own; white noise rises 3.01 dB an octave and sums to its power (IEC 61260-1)",
    (rate) => {
      const tone = bandSpectrum([sine(1000 * 10 ** (0.3 / 12), rate, 4 * rate, 0.5)], rate);
      const loudest = tone.reduce((a, b) => (b.level > a.level ? b : a));
      expect(loudest.frequency).toBeCloseTo(1059.25, 1);
      expect(loudest.level).toBeCloseTo(-6.02, 1);
      const bands = bandSpectrum([noise(8 * rate, 11)], rate);
      const octave = (from: number) =>
        10 *
        Math.log10(
          bands
            .filter((b) => b.frequency > from && b.frequency < 2 * from)
            .reduce((sum, b) => sum + 10 ** (b.level / 10), 0),
        );
      expect(octave(4000) - octave(2000)).toBeCloseTo(3.01, 0);
      // Uniform noise has a power of 1/3, the full-scale sine of reference 1/2; it is spread evenly up to half the rate.
      const within = 10 ** (0.3 / 6 / 2);
      const span = bands.at(-1)!.frequency * within - bands[0].frequency / within;
      expect(10 * Math.log10(bands.reduce((sum, b) => sum + 10 ** (b.level / 10), 0))).toBeCloseTo(
        10 * Math.log10((2 / 3) * (span / (rate / 2))),
        1,
      );
      expect(bands[0].frequency).toBeGreaterThan(19);
      expect(bands.at(-1)!.frequency).toBeLessThan(20_000);
    },
  );
});

describe("pictures", () => {
  const codes = (...pixels: number[][]) => Uint8ClampedArray.from(pixels.flatMap((p) => [...p, 255]));
  it("difference: mean, 95th percentile and largest of all pixels", () => {
    const a = Array.from({ length: 300 }, (_, i) => i % 200);
    const b = a.slice();
    b[0] += 30;
    const { mean, p95, max } = differenceStatistics(a, b, 255);
    expect([max > 5, p95, mean]).toEqual([true, 0, expect.closeTo(max / 100, 4)]);
  });
  it("waveform and vectorscope count every pixel where its value lies", () => {
    const picture = codes([0, 0, 0], [255, 255, 255], [255, 0, 0], [128, 128, 128]);
    const wave = waveformData(picture, 2, 2, 4, 0);
    expect([...wave]).toEqual([1, 0, 0, 1, 0, 0, 1, 1]);
    const scope = vectorscopeData(picture, 5);
    expect(scope.reduce((x, y) => x + y, 0)).toBe(4);
    expect(scope[2 * 5 + 2]).toBe(3);
    // Red: Cr at its upper end, Cb a little below the middle (ITU-R BT.709: −0.1146).
    expect(scope[0 * 5 + 1]).toBe(1);
    expect(clipping(picture)).toEqual({ black: 0.5, white: 0.5 });
    // Any one channel is enough, at either end, and each pixel counts once.
    expect(
      clipping(
        codes([0, 9, 9], [9, 0, 9], [9, 9, 0], [255, 9, 9], [9, 255, 9], [9, 9, 255], [0, 0, 255], [9, 9, 9]),
      ),
    ).toEqual({ black: 0.5, white: 0.5 });
  });
  it("a histogram counts each channel's codes, of all pixels or of one in so many", () => {
    const codes = Uint8ClampedArray.from({ length: 4 * 100 }, (_, i) => [i >> 2, 200, i >> 3, 255][i % 4]);
    const [r, g, b] = histogram(codes);
    expect(r.subarray(0, 100).every((n) => n === 1)).toBe(true);
    expect(g[200]).toBe(100);
    expect(b[7]).toBe(2);
    const sparse = histogram(codes, 13);
    expect(sparse.map((counts) => counts.reduce((sum, n) => sum + n))).toEqual([8, 8, 8]);
    expect([...sparse[0].keys()].filter((code) => sparse[0][code] > 0)).toEqual([
      0, 13, 26, 39, 52, 65, 78, 91,
    ]);
  });

  it("a difference in any one channel counts, and none is none", () => {
    const grey = [100, 100, 100];
    for (const c of [0, 1, 2]) {
      const other = grey.map((v, i) => (i === c ? v + 40 : v));
      expect(differenceStatistics(grey, other, 255).max).toBeGreaterThan(2);
    }
    expect(differenceStatistics(grey, grey, 255)).toEqual({ mean: 0, p95: 0, max: 0 });
  });
  it("an overview holds the ends of every stretch, however the sound comes and however long it is", () => {
    const length = 64 * 2100 + 17;
    const x = Float32Array.from({ length }, (_, i) => Math.sin(i * 0.7) * (i % 640 < 64 ? 0.9 : 0.2));
    const overview = new Overview();
    for (let at = 0; at < length; at += 999)
      overview.add([x.subarray(at, at + 999), x.subarray(at, at + 999).map((v) => v / 2)]);
    const pairs = overview.finish();
    expect(pairs).toHaveLength(2 * 2101);
    for (const k of [0, 1, 999, 2047, 2099, 2100]) {
      const part = x.subarray(64 * k, 64 * k + 64);
      expect(pairs[2 * k] / 32767).toBeCloseTo(Math.min(...part), 4);
      expect(pairs[2 * k + 1] / 32767).toBeCloseTo(Math.max(...part), 4);
    }
    // Ten columns of a stretch: each the ends of the pairs that lie in it.
    const [from, to] = [64 * 100, 64 * 200];
    const columns = columnsOf(pairs, from, to, 10);
    for (let c = 0; c < 10; c++) {
      const part = x.subarray(from + 640 * c, from + 640 * (c + 1));
      expect(columns[2 * c]).toBeCloseTo(Math.min(...part), 4);
      expect(columns[2 * c + 1]).toBeCloseTo(Math.max(...part), 4);
    }
    // Finer than a pair: the pair that it lies in; beyond the end the last one.
    expect(columnsOf(pairs, 6400, 6410, 2)[1]).toBeCloseTo(Math.max(...x.subarray(6400, 6464)), 4);
    expect(columnsOf(pairs, length - 5, length, 1)[1]).toBeCloseTo(Math.max(0, ...x.subarray(64 * 2100)), 4);
  });
  it("silence of no length is drawn as nothing", () => {
    expect([...waveformPeaks([new Float32Array(0)], 2)]).toEqual([0, 0, 0, 0]);
    expect([...waveformPeaks([Float32Array.of(0.5, -0.25), Float32Array.of(0.75, 0)], 2)]).toEqual([
      0.5, 0.75, -0.25, 0,
    ]);
  });
});

describe("curves of chains", () => {
  it("a compressor's is its static curve, a limiter's ends at its ceiling, filters have none", () => {
    expect(
      levelCurve(one("audio.compressor", { threshold: -20, ratio: 4, knee: 0 }), 100, [-40, -20, 0]),
    ).toEqual([-40, -20, -15]);
    expect(levelCurve(one("audio.limiter", { ceiling: -3 }), 100, [-10, 0])).toEqual([-10, -3]);
    expect(levelCurve(one("audio.high-pass"), 100, [0])).toBeNull();
  });
  it("half of a strength lies between in amplitude", () => {
    const [level] = levelCurve(
      one("audio.gate", { threshold: 0, ratio: 30, range: 90, knee: 0 }),
      50,
      [-20],
    )!;
    expect(level).toBeCloseTo(-26.02, 1);
  });
  it("a look's colours become what it makes of them, each channel and each colour by itself", () => {
    const planes = [
      [0.6, 0.2, 0.5],
      [0.3, 0.6, 0.5],
      [0.1, 0.4, 0.5],
    ];
    // One stop is twice the light, in linear values of IEC 61966-2-1.
    const brighter = coloursThrough(one("image.exposure", { exposure: 1 }), 100, planes)!;
    for (const [c, plane] of planes.entries())
      for (const [i, v] of plane.entries())
        expect(decodeSrgb(brighter[c][i])).toBeCloseTo(2 * decodeSrgb(v), 5);
    const grey = coloursThrough(one("image.saturation", { saturation: 0 }), 100, planes)!;
    for (const i of [0, 1, 2]) {
      expect(grey[0][i]).toBeCloseTo(grey[1][i], 5);
      expect(grey[1][i]).toBeCloseTo(grey[2][i], 5);
    }
    expect(coloursThrough(one("image.sharpen"), 100, planes)).toBeNull();
  });
  it("a look's is what becomes of greys; what looks around has none", () => {
    const curves = toneCurveOf(one("image.exposure", { exposure: 1 }), 100, [0, 0.25, 0.5])!;
    expect(decodeSrgb(curves[0][1])).toBeCloseTo(2 * decodeSrgb(0.25), 5);
    expect(toneCurveOf(one("image.blur"), 100, [0])).toBeNull();
    expect([...toneCurveOf(one("image.border"), 100, [0, 0.5])![0]].map((v) => Math.round(v * 100))).toEqual([
      0, 50,
    ]);
  });
});

describe("the peak of samples", () => {
  it("is the largest of all, wherever it stands, and nothing of silence", () => {
    expect(samplePeak([Float32Array.of(-0.75, 0.25), Float32Array.of(0.5, 0.125)])).toBe(0.75);
    expect(samplePeak([Float32Array.of(0.25, 0.5), Float32Array.of(0.125, -0.75)])).toBe(0.75);
    expect(samplePeak([new Float32Array(4)])).toBe(0);
  });
});

describe("levels of a picture", () => {
  const rgba = (count: number, at: (n: number) => readonly [number, number, number]) =>
    Uint8ClampedArray.from({ length: 4 * count }, (_, i) => [...at(i >> 2), 255][i & 3]);
  it("of a single pixel are its own, and the first one counts as the others do", () => {
    const grey = [51, 51, 51] as const;
    const { low, middle, high } = lumaLevels(rgba(1, () => grey));
    for (const level of [low, middle, high]) expect(level).toBeCloseTo(0.2, 9);
    expect(lumaLevels(rgba(2, (n) => (n === 0 ? [0, 0, 0] : grey))).low).toBe(0);
  });

  it("are those beyond which a hundredth lies, and the middle", () => {
    // Each grey as often as any other.
    const ramp = lumaLevels(rgba(25_600, (n) => [n % 256, n % 256, n % 256]));
    expect(Math.abs(ramp.low * 255 - 2)).toBeLessThanOrEqual(1);
    expect(Math.abs(ramp.middle * 255 - 127.5)).toBeLessThanOrEqual(1);
    expect(Math.abs(ramp.high * 255 - 253)).toBeLessThanOrEqual(1);
    // A speck does not count, one of fifty pixels does.
    const speck = (every: number) =>
      lumaLevels(rgba(10_000, (n) => (n % every === 0 ? [255, 255, 255] : [51, 51, 51])));
    expect(speck(200)).toEqual({ low: 0.2, middle: 0.2, high: 0.2 });
    expect(speck(50)).toEqual({ low: 0.2, middle: 0.2, high: 1 });
  });
  it("weigh the primaries as ITU-R BT.709 does, and look at large pictures as at small ones", () => {
    for (const [colour, weight] of [
      [[255, 0, 0], 0.2126],
      [[0, 255, 0], 0.7152],
      [[0, 0, 255], 0.0722],
    ] as const)
      expect(lumaLevels(rgba(64, () => colour)).middle).toBeCloseTo(weight, 2);
    // Columns of two greys, of 1280 a row: neither is passed by.
    const large = lumaLevels(rgba(1280 * 720, (n) => (n % 2 ? [204, 204, 204] : [51, 51, 51])));
    expect([large.low, large.high]).toEqual([0.2, 0.8]);
  });
});

describe("the next silence", () => {
  const rate = 64_000;
  /** An overview with the ends of each of its stretches, a thousandth of a second each. */
  const pairsOf = (...stretches: readonly (readonly [number, number])[]) => Int16Array.from(stretches.flat());
  const loud = [-9000, 9000] as const;
  /** 0 dB of 16 bits, so that the limit is a whole code: what is as loud as that is still silent. */
  const below = 0;
  const next = (pairs: Int16Array, from = 0, to = pairs.length * 32, lasting = 1) =>
    nextSilence(pairs, { below: below - 20, lasting }, rate, from, to);

  it("begins where neither half of the wave is beyond the limit, which is itself silent", () => {
    const limit = 3276;
    expect(next(pairsOf(loud, [-limit, limit]))).toBe(overviewStep);
    expect(next(pairsOf(loud, [-limit - 1, 0], [0, limit + 1], [0, 0]))).toBe(3 * overviewStep);
    expect(nextSilence(pairsOf(loud, [-32_767, 32_767]), { below, lasting: 1 }, rate, 0, 128)).toBe(0);
    expect(nextSilence(pairsOf([-32_768, 0], [0, 32_767]), { below, lasting: 1 }, rate, 0, 128)).toBe(
      overviewStep,
    );
  });

  it("lasts as long as is asked for, begins no earlier than asked, and is nowhere where it is not", () => {
    const quiet = [-3, 3] as const;
    const pairs = pairsOf(quiet, loud, quiet, quiet, loud, quiet, quiet, quiet);
    expect(next(pairs, 0, undefined, 2)).toBe(2 * overviewStep);
    expect(next(pairs, 0, undefined, 3)).toBe(5 * overviewStep);
    expect(next(pairs, 0, undefined, 4)).toBeNull();
    expect(next(pairs, 150)).toBe(150);
    expect(next(pairs, 0, 5 * overviewStep, 3)).toBeNull();
    expect(next(pairsOf(loud, loud))).toBeNull();
  });
});
