import { kaiser } from "./kaiser";

/*
 * Conversion of sample rates by a windowed sinc: the band-limited signal is evaluated at the new instants (Shannon's
 * interpolation, with a Kaiser window over a finite run of samples). Sources: J. F. Kaiser's design formulas as in
 * Oppenheim & Schafer, Discrete-Time Signal Processing, section 7.6; J. O. Smith, Digital Audio Resampling.
 */

/** dB below which images and aliases stay. */
const attenuation = 100;
/** Share of the lower Nyquist frequency that passes whole; from the Nyquist frequency itself on everything is stopped. */
const passband = 0.91;

const window = kaiser(0.1102 * (attenuation - 8.7));
/** Zero crossings of the sinc on either side, at the lower of both rates: the filter's length follows from the width of its flank. */
const halfLength = Math.ceil((attenuation - 7.95) / (2.285 * Math.PI * (1 - passband)) / 2);

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

interface Ratio {
  /** Rates without their common factor. */
  readonly from: number;
  readonly to: number;
  /** Input samples on either side of an instant that count. */
  readonly reach: number;
  /** Cut-off as a share of the input's Nyquist frequency. */
  readonly cut: number;
}

function ratioOf(from: number, to: number): Ratio {
  const common = gcd(from, to);
  const lower = Math.min(1, to / from);
  return {
    from: from / common,
    to: to / common,
    reach: Math.ceil(halfLength / lower),
    cut: (lower * (1 + passband)) / 2,
  };
}

/** The filter's value at a distance of `t` input samples from its centre. */
function tap(t: number, { reach, cut }: Ratio): number {
  const x = t / reach;
  if (Math.abs(x) >= 1) return 0;
  const phase = Math.PI * cut * t;
  const sinc = phase === 0 ? 1 : Math.sin(phase) / phase;
  return cut * sinc * window(x);
}

/** More phases than this are not kept in a table; such pairs of rates are rare and short of a common factor. */
const mostPhases = 4096;
const tables = new Map<string, readonly Float64Array[]>();

/** The filter at every phase that occurs between the two rates. */
function phasesOf(ratio: Ratio): readonly Float64Array[] | null {
  if (ratio.to > mostPhases) return null;
  const key = `${ratio.from}/${ratio.to}`;
  let table = tables.get(key);
  if (!table) {
    table = Array.from({ length: ratio.to }, (_, phase) => tapsAt(phase / ratio.to, ratio));
    tables.set(key, table);
  }
  return table;
}

/** The filter for an instant that lies `fraction` (0…1) of a sample after an input sample; the first tap is `reach − 1` samples before that. */
function tapsAt(fraction: number, ratio: Ratio): Float64Array {
  const taps = Float64Array.from({ length: 2 * ratio.reach }, (_, i) =>
    tap(i - (ratio.reach - 1) - fraction, ratio),
  );
  // A constant stays exactly what it is, whatever the phase.
  const sum = taps.reduce((a, b) => a + b, 0);
  return taps.map((t) => t / sum);
}

/** Which input samples output samples `start` to `end` follow from. Sample 0 of both lies at the same instant. */
export function resampleNeeds(
  from: number,
  to: number,
  start: number,
  end: number,
): { readonly start: number; readonly end: number } {
  if (from === to) return { start, end };
  const ratio = ratioOf(from, to);
  return {
    start: Math.floor((start * ratio.from) / ratio.to) - ratio.reach + 1,
    end: Math.floor(((end - 1) * ratio.from) / ratio.to) + ratio.reach + 1,
  };
}

/**
 * Output samples `start` to `end` at rate `to` of a signal at rate `from`. `input` begins at input sample `first` and
 * holds what `resampleNeeds` asks for. Pass band to 0.91 of the lower Nyquist frequency, images and aliases 100 dB down.
 */
export function resample(
  input: Float32Array,
  first: number,
  from: number,
  to: number,
  start: number,
  end: number,
): Float32Array {
  if (from === to) return input.slice(start - first, end - first);
  const ratio = ratioOf(from, to);
  const phases = phasesOf(ratio);
  const out = new Float32Array(end - start);
  for (let n = start; n < end; n++) {
    const place = n * ratio.from;
    const whole = Math.floor(place / ratio.to);
    const phase = place - whole * ratio.to;
    const taps = phases ? phases[phase] : tapsAt(phase / ratio.to, ratio);
    const at = whole - ratio.reach + 1 - first;
    let sum = 0;
    for (let i = 0; i < taps.length; i++) sum += taps[i] * input[at + i];
    out[n - start] = sum;
  }
  return out;
}
