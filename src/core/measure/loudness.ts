import { LoudnessMeter } from "../signal/loudness-meter";

/** Seconds from one value of `loudnessCourse` to the next, and to the first. */
export const courseStep = 0.1;
export const courseStart = 0.4;

/** Momentary loudness in LUFS over the time of a sound. Source: EBU Tech 3341, a window of 400 ms. */
export function loudnessCourse(planes: readonly Float32Array[], sampleRate: number, mask?: number): number[] {
  const meter = new LoudnessMeter(planes.length, sampleRate, false, mask);
  meter.hear(planes, planes[0].length);
  return meter.course;
}

/** Integrated loudness of a whole sound in LUFS; silence gives −Infinity; `mask` names the loudspeakers. See `LoudnessMeter`. */
export function integratedLoudness(
  planes: readonly Float32Array[],
  sampleRate: number,
  mask?: number,
): number {
  const meter = new LoudnessMeter(planes.length, sampleRate, false, mask);
  meter.hear(planes, planes[0].length);
  return meter.integrated;
}
