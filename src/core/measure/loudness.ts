import { LoudnessMeter } from "./loudness-meter";

/** Integrated loudness of a whole sound in LUFS; silence gives −Infinity. See `LoudnessMeter`. */
export function integratedLoudness(planes: readonly Float32Array[], sampleRate: number): number {
  const meter = new LoudnessMeter(planes.length, sampleRate, false);
  meter.hear(planes, planes[0].length);
  return meter.integrated;
}
