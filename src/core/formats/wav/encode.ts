export const wavEncodings = ["s24", "f32"] as const;
/** Samples of a WAV file: 24-bit integers or 32-bit floats, little-endian. */
export type WavEncoding = (typeof wavEncodings)[number];

export interface WavFacts {
  readonly channels: number;
  /** Samples a second. */
  readonly sampleRate: number;
  /** Samples a channel. */
  readonly frames: number;
  readonly encoding: WavEncoding;
}

const bytesPer: Record<WavEncoding, number> = { s24: 3, f32: 4 };
const formatTag: Record<WavEncoding, number> = { s24: 1, f32: 3 };
const most32 = 0xffffffff;
/** Length of every header written here: `RIFF`, a chunk for 64-bit sizes or in its place `JUNK`, `fmt `, `fact`, `data`. */
export const wavHeaderBytes = 12 + 36 + 26 + 12 + 8;

export const wavDataBytes = ({ channels, frames, encoding }: WavFacts): number => channels * frames * bytesPer[encoding];

/**
 * The header of a WAV file, always of the same length, so that it can be written first and put right at the end. Files
 * beyond 4 GB become RF64. Source: Microsoft RIFF WAVE; EBU Tech 3306 (RF64), whose `ds64` takes the place of `JUNK`.
 */
export function wavHeader(facts: WavFacts): Uint8Array {
  const { channels, sampleRate, frames, encoding } = facts;
  const data = wavDataBytes(facts);
  const riff = wavHeaderBytes - 8 + data + (data & 1);
  const long = riff > most32;
  const bytes = new Uint8Array(wavHeaderBytes);
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
  u32(18);
  u16(formatTag[encoding]);
  u16(channels);
  u32(sampleRate);
  u32(sampleRate * channels * bytesPer[encoding]);
  u16(channels * bytesPer[encoding]);
  u16(bytesPer[encoding] * 8);
  u16(0);
  word("fact");
  u32(4);
  u32(Math.min(frames, most32));
  word("data");
  u32(long ? most32 : data);
  return bytes;
}

/** The nearest 24-bit code of a sample; louder ones than full scale are clipped. */
const code24 = (sample: number) => Math.round(Math.min(1, Math.max(-1, sample)) * 8388607);

/** The first `frames` samples of planes as the bytes of a WAV file, interleaved. Integers are clipped at full scale. */
export function wavSamples(planes: readonly Float32Array[], frames: number, encoding: WavEncoding): Uint8Array {
  const channels = planes.length;
  if (encoding === "f32") {
    const samples = new Float32Array(frames * channels);
    planes.forEach((plane, c) => {
      for (let i = 0, at = c; i < frames; i++, at += channels) samples[at] = plane[i];
    });
    return new Uint8Array(samples.buffer);
  }
  const bytes = new Uint8Array(frames * channels * 3);
  planes.forEach((plane, c) => {
    for (let i = 0, at = c * 3; i < frames; i++, at += channels * 3) {
      const code = code24(plane[i]);
      bytes[at] = code & 255;
      bytes[at + 1] = (code >> 8) & 255;
      bytes[at + 2] = (code >> 16) & 255;
    }
  });
  return bytes;
}
