import { describe, expect, it } from "vitest";
import { reference } from "../../../scripts/reference";
import { noise } from "../../../testing/signals";
import { Convolver } from "./convolver";
import { Fft } from "./fft";
import { Oversampler } from "./oversampler";
import { onePole } from "./one-pole";
import { SlidingMinimum } from "./sliding-minimum";
import { SpectralFrames } from "./spectral-frames";

describe("FFT", () => {
  // Source: reference/fft.json (numpy's fft).
  it.each(
    reference<{ id: string; n: number; re: number[]; im: number[] }>("fft").map((c) => [c.id, c] as const),
  )("%s", (_, c) => {
    let state = c.n;
    const re = Float64Array.from(
      { length: c.n },
      () => (state = (Math.imul(1664525, state) + 1013904223) >>> 0) / 2 ** 31 - 1,
    );
    const im = new Float64Array(c.n);
    new Fft(c.n).forward(re, im);
    for (let k = 0; k < c.re.length; k++)
      expect(Math.hypot(re[k] - c.re[k], im[k] - c.im[k])).toBeLessThan(1e-9);
  });
  it("comes back, and equals the sum that it stands for", () => {
    const n = 64;
    const [x, y] = [Float64Array.from(noise(n, 3)), Float64Array.from(noise(n, 4))];
    const [re, im] = [x.slice(), y.slice()];
    const fft = new Fft(n);
    fft.forward(re, im);
    for (const k of [0, 1, 17, 63]) {
      let [r, m] = [0, 0];
      for (let i = 0; i < n; i++) {
        const [c, s] = [Math.cos((2 * Math.PI * k * i) / n), -Math.sin((2 * Math.PI * k * i) / n)];
        r += x[i] * c - y[i] * s;
        m += x[i] * s + y[i] * c;
      }
      expect(Math.hypot(re[k] - r, im[k] - m)).toBeLessThan(1e-12);
    }
    fft.inverse(re, im);
    re.forEach((v, i) => expect(Math.hypot(v - x[i], im[i] - y[i])).toBeLessThan(1e-14));
  });
});

describe("convolver", () => {
  const direct = (x: Float32Array, h: Float32Array) =>
    Float64Array.from({ length: x.length }, (_, n) =>
      h.reduce((sum, v, k) => (n - k >= 0 ? sum + v * x[n - k] : sum), 0),
    );
  const through = (x: Float32Array, h: Float32Array, block: number) => {
    const convolver = new Convolver(h, block);
    const long = new Float32Array(x.length + convolver.latency);
    long.set(x);
    convolver.process(long, long.length);
    return long.subarray(convolver.latency);
  };
  // Source: reference/convolution.json (numpy.convolve; Chromium's ConvolverNode).
  it.each([8, 64, 256])("gives what numpy gives, in blocks of %d", (block) => {
    const [c] = reference<{ ir: number[]; x: number[]; y: number[] }>("convolution");
    const x = new Float32Array(c.y.length);
    x.set(c.x);
    through(x, Float32Array.from(c.ir), block).forEach((v, i) =>
      expect(Math.abs(v - c.y[i])).toBeLessThan(1e-6),
    );
  });
  it("is the sum for filters longer than its blocks", () => {
    const [x, h] = [noise(700, 1), noise(333, 2)];
    const wanted = direct(x, h);
    through(x, h, 32).forEach((v, i) => expect(Math.abs(v - wanted[i])).toBeLessThan(1e-5));
  });
});

describe("overlapped frames", () => {
  it("give the signal back, a frame later", () => {
    const x = noise(5000, 6);
    const y = x.slice();
    new SpectralFrames(512, () => undefined).process(y, y.length);
    for (let i = 512; i < 5000; i++)
      expect(Math.abs(y[i] - (i < 1024 ? y[i] : x[i - 512]))).toBeLessThan(1e-6);
  });
});

describe("oversampler", () => {
  const through = (x: Float32Array) => {
    const sampler = new Oversampler();
    return x.map((v) => sampler.next(v, (s) => s));
  };
  it.each([100, 5000, 15_000, 19_000])(
    "passes a sine of %d Hz at 48 kHz as it is, so many samples later",
    (f) => {
      const x = Float32Array.from({ length: 2000 }, (_, i) => Math.sin((2 * Math.PI * f * i) / 48_000));
      const y = through(x);
      for (let i = 400; i < 2000; i++) expect(Math.abs(y[i] - x[i - Oversampler.latency])).toBeLessThan(2e-4);
    },
  );
});

describe("small parts", () => {
  it("the sliding minimum is the smallest of the last values, as a search finds it", () => {
    const x = noise(500, 8);
    for (const length of [1, 2, 7, 60]) {
      const minimum = new SlidingMinimum(length);
      x.forEach((v, i) =>
        expect(minimum.next(v)).toBe(Math.min(...x.subarray(Math.max(0, i - length + 1), i + 1))),
      );
    }
  });
  // Source: reference/one_pole_envelope.json (scipy's lfilter).
  it.each(
    reference<{ id: string; fs: number; timeMs: number; coef: number }>("one_pole_envelope").map(
      (c) => [c.id, c] as const,
    ),
  )("one pole of %s", (_, c) => expect(onePole(c.timeMs, c.fs)).toBeCloseTo(c.coef, 9));
});
