import { layoutOf, maskOf } from "../../signal/speakers";

export const wavEncodings = ["s16", "s24", "s32", "f32"] as const;
/** Samples of a WAV file: integers of 16, 24 or 32 bits, or 32-bit floats, little-endian. */
export type WavEncoding = (typeof wavEncodings)[number];

export interface WavFacts {
  readonly channels: number;
  /** Samples a second. */
  readonly sampleRate: number;
  /** Samples a channel. */
  readonly frames: number;
  readonly encoding: WavEncoding;
  /** Loudspeakers as a channel mask, see `speakers`; the usual ones of so many channels where it is left out, or 0. */
  readonly mask?: number;
}

const bytesPer: Record<WavEncoding, number> = { s16: 2, s24: 3, s32: 4, f32: 4 };
const formatTag: Record<WavEncoding, number> = { s16: 1, s24: 1, s32: 1, f32: 3 };
const most32 = 0xffffffff;
/** Length of a header: `RIFF`, a chunk for 64-bit sizes or in its place `JUNK`, `fmt `, `fact`, `data`. */
export const wavHeaderBytes = (facts: Pick<WavFacts, "channels" | "mask">): number =>
  12 + 36 + (namedSpeakers(facts) ? 48 : 26) + 12 + 8;

/**
 * The mask that a file names, or 0 for none: above two channels there is always one, since the format without it says
 * nothing of more. Source: Microsoft, "Multiple channel audio data and WAVE files", from memory.
 */
const namedSpeakers = ({ channels, mask = 0 }: Pick<WavFacts, "channels" | "mask">): number =>
  channels > 2 ? maskOf(layoutOf(channels, mask)) : mask;

/** The end of the identifiers by which an extensible format names what a tag of two bytes names else. */
const formatFamily = [0x00, 0x00, 0x10, 0x00, 0x80, 0x00, 0x00, 0xaa, 0x00, 0x38, 0x9b, 0x71];

export const wavDataBytes = ({ channels, frames, encoding }: WavFacts): number =>
  channels * frames * bytesPer[encoding];

/**
 * The header of a WAV file, of a length that does not depend on the sound's, so that it can be written first and put
 * right at the end. Files beyond 4 GB become RF64. Source: Microsoft RIFF WAVE and WAVEFORMATEXTENSIBLE; EBU Tech 3306
 * (RF64), whose `ds64` takes the place of `JUNK`.
 */
export function wavHeader(facts: WavFacts): Uint8Array {
  const { channels, sampleRate, frames, encoding } = facts;
  const mask = namedSpeakers(facts);
  const data = wavDataBytes(facts);
  const length = wavHeaderBytes(facts);
  const riff = length - 8 + data + (data & 1);
  const long = riff > most32;
  const bytes = new Uint8Array(length);
  const view = new DataView(bytes.buffer);
  let at = 0;
  const word = (text: string) => {
    for (const letter of text) bytes[at++] = letter.charCodeAt(0);
  };
  const u16 = (value: number) => {
    view.setUint16(at, value, true);
    at += 2;
  };
  const u32 = (value: number) => {
    view.setUint32(at, value, true);
    at += 4;
  };
  const u64 = (value: number) => {
    view.setBigUint64(at, BigInt(value), true);
    at += 8;
  };
  word(long ? "RF64" : "RIFF");
  u32(long ? most32 : riff);
  word("WAVE");
  word(long ? "ds64" : "JUNK");
  u32(28);
  u64(long ? riff : 0);
  u64(long ? data : 0);
  u64(long ? frames : 0);
  u32(0);
  word("fmt ");
  u32(mask ? 40 : 18);
  u16(mask ? 0xfffe : formatTag[encoding]);
  u16(channels);
  u32(sampleRate);
  u32(sampleRate * channels * bytesPer[encoding]);
  u16(channels * bytesPer[encoding]);
  u16(bytesPer[encoding] * 8);
  u16(mask ? 22 : 0);
  if (mask) {
    u16(bytesPer[encoding] * 8);
    u32(mask);
    u32(formatTag[encoding]);
    for (const byte of formatFamily) bytes[at++] = byte;
  }
  word("fact");
  u32(4);
  u32(Math.min(frames, most32));
  word("data");
  u32(long ? most32 : data);
  return bytes;
}

/** Codes from silence to full scale: what a decoder divides by, so that codes that are not touched come back. */
const fullScale: Record<Exclude<WavEncoding, "f32">, number> = { s16: 2 ** 15, s24: 2 ** 23, s32: 2 ** 31 };

/** What did not fit into integers: how many samples, and the largest magnitude of all, 1 at full scale. */
export interface Clipping {
  samples: number;
  peak: number;
}

/** A number 0…1 that looks like chance and follows from `n` alone. Source: the finaliser of MurmurHash3, A. Appleby (public domain), from memory. */
function scattered(n: number): number {
  let h = n | 0;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 2 ** 32;
}

/**
 * Triangular noise of ±1 code that makes the error of 16 bits independent of the signal. It follows from where a sample
 * lies, so that the same sound gives the same bytes, in blocks of any size; silence stays silence.
 * Source: Lipshitz, Wannamaker, Vanderkooy, "Quantization and Dither: A Theoretical Survey", JAES 40(5), 1992.
 */
const dither = (index: number, channel: number) =>
  scattered(2 * (8 * index + channel)) - scattered(2 * (8 * index + channel) + 1);

/**
 * The first `frames` samples of planes as the bytes of a WAV file, interleaved; `start`: how many samples came before.
 * Integers are clipped at full scale, which `clipping` gathers, and rounded; with 16 bits, samples that are no code are
 * dithered.
 */
export function wavSamples(
  planes: readonly Float32Array[],
  frames: number,
  encoding: WavEncoding,
  start = 0,
  clipping?: Clipping,
): Uint8Array {
  const channels = planes.length;
  if (encoding === "f32") {
    const samples = new Float32Array(frames * channels);
    planes.forEach((plane, c) => {
      for (let i = 0, at = c; i < frames; i++, at += channels) samples[at] = plane[i];
    });
    return new Uint8Array(samples.buffer);
  }
  const size = bytesPer[encoding];
  const full = fullScale[encoding];
  const dithers = encoding === "s16";
  const bytes = new Uint8Array(frames * channels * size);
  planes.forEach((plane, c) => {
    for (let i = 0, at = c * size; i < frames; i++, at += channels * size) {
      const exact = plane[i] * full;
      const magnitude = Math.abs(plane[i]);
      if (magnitude > 1 && clipping) {
        clipping.samples++;
        if (magnitude > clipping.peak) clipping.peak = magnitude;
      }
      const code = Math.min(
        full - 1,
        Math.max(
          -full,
          Math.round(dithers && !Number.isInteger(exact) ? exact + dither(start + i, c) : exact),
        ),
      );
      for (let k = 0; k < size; k++) bytes[at + k] = code >> (8 * k);
    }
  });
  return bytes;
}
