import { peakBetween, tapsPerPhase } from "../signal/true-peak-meter";

/** Highest magnitude of all samples, linear. */
export function samplePeak(planes: readonly Float32Array[]): number {
  let peak = 0;
  for (const plane of planes)
    for (let i = 0; i < plane.length; i++) peak = Math.max(peak, Math.abs(plane[i]));
  return peak;
}

/** True peak, linear, from four-times oversampling; silence surrounds the sound. Source: ITU-R BS.1770-5 Annex 2. */
export function truePeak(planes: readonly Float32Array[]): number {
  const around = tapsPerPhase - 1;
  return Math.max(
    samplePeak(planes),
    ...planes.map((plane) => {
      const padded = new Float32Array(plane.length + 2 * around);
      padded.set(plane, around);
      return peakBetween(padded);
    }),
  );
}

/** Lowest and highest value of each of `columns` equal stretches: pairs for drawing a waveform. All channels in one. */
export function waveformPeaks(planes: readonly Float32Array[], columns: number): Float32Array {
  const length = planes[0].length;
  const out = new Float32Array(columns * 2);
  for (let column = 0; column < columns; column++) {
    const from = Math.floor((column * length) / columns);
    const to = Math.max(from + 1, Math.floor(((column + 1) * length) / columns));
    let low = Infinity;
    let high = -Infinity;
    for (const plane of planes)
      for (let i = from; i < to && i < length; i++) {
        if (plane[i] < low) low = plane[i];
        if (plane[i] > high) high = plane[i];
      }
    out[column * 2] = low === Infinity ? 0 : low;
    out[column * 2 + 1] = high === -Infinity ? 0 : high;
  }
  return out;
}

/** Counts of 8-bit sRGB codes for R, G and B, 256 each, of all pixels or of one in `every`. `codes` is RGBA. */
export function histogram(codes: Uint8ClampedArray, every = 1): [Uint32Array, Uint32Array, Uint32Array] {
  const [r, g, b] = [new Uint32Array(256), new Uint32Array(256), new Uint32Array(256)];
  for (let i = 0; i < codes.length; i += 4 * every) {
    r[codes[i]]++;
    g[codes[i + 1]]++;
    b[codes[i + 2]]++;
  }
  return [r, g, b];
}
