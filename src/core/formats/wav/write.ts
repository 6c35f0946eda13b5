import type { AudioMaterial } from "../../chain/run-audio";

/**
 * A WAV file of 24-bit integers, little-endian, from planes in −1…1; louder samples are clipped.
 * Source: Multimedia Programming Interface and Data Specifications 1.0 (RIFF WAVE), WAVE_FORMAT_PCM.
 */
export function writeWav24({ planes, sampleRate }: AudioMaterial): Uint8Array {
  const channels = planes.length;
  const frames = planes[0].length;
  const dataBytes = frames * channels * 3;
  const padded = dataBytes + (dataBytes & 1);
  const bytes = new Uint8Array(44 + padded);
  const view = new DataView(bytes.buffer);
  const text = (at: number, word: string) => bytes.set([...word].map((c) => c.charCodeAt(0)), at);
  text(0, "RIFF");
  view.setUint32(4, 36 + padded, true);
  text(8, "WAVEfmt ");
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, channels, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * channels * 3, true);
  view.setUint16(32, channels * 3, true);
  view.setUint16(34, 24, true);
  text(36, "data");
  view.setUint32(40, dataBytes, true);
  let at = 44;
  for (let i = 0; i < frames; i++)
    for (const plane of planes) {
      const code = Math.round(Math.min(1, Math.max(-1, plane[i])) * 8388607);
      bytes[at] = code & 255;
      bytes[at + 1] = (code >> 8) & 255;
      bytes[at + 2] = (code >> 16) & 255;
      at += 3;
    }
  return bytes;
}
