import { Fft } from "../signal/fft";

export interface SoundStatistics {
  /** dB of full scale. */
  readonly rms: number;
  readonly peak: number;
  /** Peak over RMS, in dB. */
  readonly crest: number;
}

/** Level figures of a sound, all channels together. Definitions: RMS re full scale (a full-scale square wave is 0 dB), crest factor. */
export function soundStatistics(planes: readonly Float32Array[]): SoundStatistics {
  let [sum, peak] = [0, 0];
  for (const plane of planes)
    for (let i = 0; i < plane.length; i++) {
      sum += plane[i] * plane[i];
      const magnitude = Math.abs(plane[i]);
      if (magnitude > peak) peak = magnitude;
    }
  const rms = 10 * Math.log10(sum / (planes.length * planes[0].length));
  return { rms, peak: 20 * Math.log10(peak), crest: 20 * Math.log10(peak) - rms };
}

/**
 * Mean power spectrum in dB: level of a sine of full scale reads 0 at its frequency. `size` a power of two; bins
 * 0…size/2 at k · rate / size hertz. Source: Welch, IEEE Trans. Audio Electroacoustics 15(2), 1967, Hann window, half
 * overlapped.
 */
export function spectrum(planes: readonly Float32Array[], size: number): Float64Array {
  const fft = new Fft(size);
  const window = Float64Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size));
  const power = new Float64Array(size / 2 + 1);
  let frames = 0;
  for (const plane of planes)
    for (let at = 0; at === 0 || at + size <= plane.length; at += size / 2) {
      const [re, im] = [new Float64Array(size), new Float64Array(size)];
      for (let i = 0; i < size; i++) re[i] = (plane[at + i] ?? 0) * window[i];
      fft.forward(re, im);
      for (let k = 0; k <= size / 2; k++) power[k] += re[k] * re[k] + im[k] * im[k];
      frames++;
    }
  // A sine of amplitude 1 gives size/4 in its bin under this window.
  return power.map((p) => 10 * Math.log10(Math.max(1e-20, p / frames / (size / 4) ** 2)));
}
