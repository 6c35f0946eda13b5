import type { Section } from "../kernels/cascade";

/**
 * The two stages of K-weighting at any sample rate: the shelf and the high-pass of ITU-R BS.1770-5 Annex 1, given
 * there as coefficients at 48 kHz, re-derived from the analogue values that those coefficients stand for
 * (1681.97 Hz, +4.0 dB, Q 0.7072; 38.135 Hz, Q 0.5003). At 48 kHz they equal the published ones to 1e-9.
 */
export function kWeighting(sampleRate: number): Section[] {
  const shelf = (() => {
    const k = Math.tan((Math.PI * 1681.974450955533) / sampleRate);
    const q = 0.7071752369554196;
    const vh = 10 ** (3.999843853973347 / 20);
    const vb = vh ** 0.4996667741545416;
    const a0 = 1 + k / q + k * k;
    return {
      b0: (vh + (vb * k) / q + k * k) / a0,
      b1: (2 * (k * k - vh)) / a0,
      b2: (vh - (vb * k) / q + k * k) / a0,
      a1: (2 * (k * k - 1)) / a0,
      a2: (1 - k / q + k * k) / a0,
    };
  })();
  const highPass = (() => {
    const k = Math.tan((Math.PI * 38.13547087602444) / sampleRate);
    const q = 0.5003270373238773;
    const a0 = 1 + k / q + k * k;
    return { b0: 1, b1: -2, b2: 1, a1: (2 * (k * k - 1)) / a0, a2: (1 - k / q + k * k) / a0 };
  })();
  return [shelf, highPass];
}
