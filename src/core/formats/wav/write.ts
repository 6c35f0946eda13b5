import type { AudioMaterial } from "../../chain/run-audio";
import { wavDataBytes, wavHeader, wavSamples, type WavEncoding } from "./encode";

/** A whole WAV file from planes in −1…1; `mask` names its loudspeakers. */
export function writeWav(
  { planes, sampleRate }: AudioMaterial,
  encoding: WavEncoding = "s24",
  mask?: number,
): Uint8Array {
  const facts = { channels: planes.length, sampleRate, frames: planes[0].length, encoding, mask };
  const data = wavDataBytes(facts);
  const header = wavHeader(facts);
  const bytes = new Uint8Array(header.length + data + (data & 1));
  bytes.set(header);
  bytes.set(wavSamples(planes, facts.frames, encoding), header.length);
  return bytes;
}
