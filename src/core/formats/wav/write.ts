import type { AudioMaterial } from "../../chain/run-audio";
import { wavDataBytes, wavHeader, wavHeaderBytes, wavSamples, type WavEncoding } from "./encode";

/** A whole WAV file from planes in −1…1. */
export function writeWav({ planes, sampleRate }: AudioMaterial, encoding: WavEncoding = "s24"): Uint8Array {
  const facts = { channels: planes.length, sampleRate, frames: planes[0].length, encoding };
  const data = wavDataBytes(facts);
  const bytes = new Uint8Array(wavHeaderBytes + data + (data & 1));
  bytes.set(wavHeader(facts));
  bytes.set(wavSamples(planes, facts.frames, encoding), wavHeaderBytes);
  return bytes;
}
