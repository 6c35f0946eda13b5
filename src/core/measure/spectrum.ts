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
  const window = Float64Array.from(
    { length: size },
    (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size),
  );
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

export interface BandLevel {
  /** Middle of the band in hertz. */
  readonly frequency: number;
  /** dB of full scale: a sine of full scale reads 0, pink noise the same in every band. */
  readonly level: number;
}

/** Long enough for a band of a sixth of an octave at 20 Hz, at the usual rates, to hold a bin. */
const bandSize = 32_768;
/** Equivalent noise bandwidth of the Hann window in bins: a sine's power lies in more than one. Source: Harris, Proc. IEEE 66(1), 1978, table 1. */
const hannBandwidth = 1.5;

interface Bands {
  readonly anOctave: number;
  /** Hertz. */
  readonly low: number;
  readonly high: number;
  /** Samples of each spectrum, a power of two. */
  readonly size: number;
}
const finely: Bands = { anOctave: 6, low: 20, high: 20_000, size: bandSize };

/**
 * Levels in bands of a part of an octave, as far as the rate goes; where a bin of the spectrum straddles two bands, each
 * gets its share. Left to itself in sixths from 20 Hz to 20 kHz. Source of the bands: IEC 61260-1:2014, base ten.
 */
export function bandSpectrum(
  planes: readonly Float32Array[],
  sampleRate: number,
  { anOctave, low: lowest, high: highest, size }: Bands = finely,
): BandLevel[] {
  const power = spectrum(planes, size).map((db) => 10 ** (db / 10) / hannBandwidth);
  const bin = sampleRate / size;
  const octave = 10 ** 0.3;
  const [first, last] = [lowest, Math.min(highest, sampleRate / 2)].map(
    (f) => Math.log(f / 1000) / Math.log(octave),
  );
  // With an even number of bands an octave, 1 kHz is the border between two; with an odd one, the middle of one.
  const middle = anOctave % 2 === 0 ? 1 : 0;
  const bands: BandLevel[] = [];
  for (let k = Math.ceil(first * anOctave); k < Math.floor(last * anOctave); k++) {
    const frequency = 1000 * octave ** ((2 * k + middle) / (2 * anOctave));
    const [low, high] = [-1, 1].map((side) => (frequency * octave ** (side / (2 * anOctave))) / bin);
    if (high >= power.length - 1) break;
    let sum = 0;
    for (let n = Math.round(low); n <= Math.round(high); n++)
      sum += power[n] * Math.max(0, Math.min(high, n + 0.5) - Math.max(low, n - 0.5));
    bands.push({ frequency, level: 10 * Math.log10(Math.max(1e-20, sum)) });
  }
  return bands;
}
