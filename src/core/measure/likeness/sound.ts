import { renderAudio, type AudioMaterial } from "../../chain/run-audio";
import type { Resources } from "../../chain/active";
import type { Chain } from "../../chain/model";
import { fromDecibels, toDecibels } from "../../signal/decibels";
import { integratedLoudness } from "../loudness";
import { samplePeak } from "../peaks";
import { bandSpectrum } from "../spectrum";
import { apartBy, rmsApart, type Apart } from "./define";
import { whiteNoise } from "./noise";

/*
 * What a sound is like, in figures that say nothing of what happens when in it; and what a chain does, as what becomes of
 * a test signal. Sources: bands IEC 61260-1:2014, loudness ITU-R BS.1770-5, reverberation read off the decay after a
 * burst as in ISO 3382-1 (interrupted noise), distortion as the power beside the fundamental (IEC 60268-3, THD+N). The
 * weights of the parts are the project's own.
 */

/** dB: everything quieter counts as this. */
const floor = -90;
const level = (power: number): number => Math.max(floor, 10 * Math.log10(power + 1e-30));

const thirds = { anOctave: 3, low: 38, high: 20_000, size: 8192 };
/** Bands of a third of an octave from 40 Hz to 16 kHz. */
const bandCount = 27;

/** Levels in those bands; what the rate does not reach is the floor. */
function bandLevels(planes: readonly Float32Array[], sampleRate: number): number[] {
  const bands = bandSpectrum(planes, sampleRate, thirds);
  return Array.from({ length: bandCount }, (_, i) => Math.max(floor, bands[i]?.level ?? floor));
}

/** Mean power of a stretch, over all channels. */
function power(planes: readonly Float32Array[], from: number, to: number): number {
  let sum = 0;
  for (const plane of planes) for (let i = from; i < to; i++) sum += plane[i] * plane[i];
  return sum / (planes.length * Math.max(1, to - from));
}

/** Level of what differs between the first two channels against what they share, and of the left against the right, in dB. */
function image([left, right = left]: readonly Float32Array[], from: number, to: number): [number, number] {
  let [mid, side, l, r] = [0, 0, 0, 0];
  for (let i = from; i < to; i++) {
    mid += (left[i] + right[i]) ** 2;
    side += (left[i] - right[i]) ** 2;
    l += left[i] * left[i];
    r += right[i] * right[i];
  }
  const ratio = (a: number, b: number) =>
    Math.min(widest, Math.max(-widest, 10 * Math.log10((a + 1e-12) / (b + 1e-12))));
  return [ratio(side, mid), ratio(l, r)];
}
/** dB: beyond this one side is as good as silent. */
const widest = 30;

const loudness = (planes: readonly Float32Array[], sampleRate: number): number =>
  Math.max(floor, integratedLoudness(planes, sampleRate));

/** Places in the figures of a sound. */
const at = {
  bands: 0,
  loudness: bandCount,
  spread: bandCount + 1,
  crest: bandCount + 4,
  image: bandCount + 5,
};
const soundFigures = bandCount + 7;
/** Seconds of the short stretches whose levels are compared, and which of their levels. */
const stretch = 0.05;
const shares = [0.1, 0.5, 0.95];

/**
 * What a sound is like: levels in thirds of an octave, loudness, how its level is spread, crest factor, width and balance.
 * All in dB. `planes` one a channel, −1…1.
 */
export function soundLike({ planes, sampleRate }: AudioMaterial): Float32Array {
  const out = new Float32Array(soundFigures);
  out.set(bandLevels(planes, sampleRate), at.bands);
  out[at.loudness] = loudness(planes, sampleRate);
  const { length } = planes[0];
  const step = Math.max(1, Math.round(stretch * sampleRate));
  const levels: number[] = [];
  for (let from = 0; from < length; from += step)
    levels.push(level(power(planes, from, Math.min(length, from + step))));
  levels.sort((a, b) => a - b);
  shares.forEach((share, i) => (out[at.spread + i] = levels[Math.floor(share * (levels.length - 1))]));
  out[at.crest] = Math.max(floor, toDecibels(samplePeak(planes))) - level(power(planes, 0, length));
  out.set(image(planes, 0, length), at.image);
  return out;
}

/** dB below the loudest band, from where on a band is not heard beside it (the project's own choice). */
const unheard = 60;

const mean = (values: ArrayLike<number>, from: number, to: number): number => {
  let sum = 0;
  for (let i = from; i < to; i++) sum += values[i];
  return sum / (to - from);
};

/** How far apart two sounds are, in dB. */
export function soundsApart(a: Float32Array, b: Float32Array): Apart {
  // Against their own loudness: what is only softer has the same spectrum, and is no less even.
  const tones = [a, b].map((of) => of.subarray(0, bandCount).map((v) => v - of[at.loudness]));
  const loudest = Math.max(...tones.map((of) => Math.max(...of)));
  const [tonesA, tonesB] = tones.map((of) => of.map((v) => Math.max(v, loudest - unheard)));
  const shift = mean(tonesA, 0, bandCount) - mean(tonesB, 0, bandCount);
  const louder = a[at.loudness] - b[at.loudness];
  return apartBy([
    { name: "spectrum", apart: rmsApart(tonesA, tonesB, 0, bandCount, shift) },
    { name: "loudness", apart: Math.abs(louder) },
    {
      name: "dynamics",
      apart: rmsApart(a, b, at.spread, at.spread + 3, louder) + 0.5 * Math.abs(a[at.crest] - b[at.crest]),
    },
    { name: "width", apart: 0.3 * rmsApart(a, b, at.image, at.image + 2) },
  ]);
}

/** The test signal: samples a second, and where its parts are, in seconds. */
const rate = 48_000;
const noiseLevel = -23;
const settled = 0.2;
const noiseEnd = 0.9;
/** Silence, in which what turned the noise down lets go. */
const stepsBegin = 1.2;
const steps = [-60, -48, -36, -24, -12, -3];
const stepLength = 0.1;
const tone = 1000;
const burst = stepsBegin + steps.length * stepLength;
const burstLength = 0.02;
/** Seconds after the burst between which what still sounds is measured. */
const decays = [0, 0.05, 0.1, 0.2, 0.35, 0.55, 0.8];
const end = burst + burstLength + decays.at(-1)!;
const sample = (seconds: number) => Math.round(seconds * rate);

/** Noise that falls by 3 dB an octave. Source: P. Kellet's economy filter, as the musicdsp archive gives it (from memory). */
function pinkNoise(seed: number): () => number {
  const white = whiteNoise(seed);
  let [a, b, c] = [0, 0, 0];
  return () => {
    const w = white();
    a = 0.99765 * a + w * 0.099046;
    b = 0.963 * b + w * 0.2965164;
    c = 0.57 * c + w * 1.0526913;
    return a + b + c + w * 0.1848;
  };
}

let made: AudioMaterial | undefined;

/** Stereo: pink noise, alike in part on both sides; a tone in steps of level; a burst, and silence after it. */
function testSignal(): AudioMaterial {
  if (made) return made;
  const planes = [0, 1].map(() => new Float32Array(sample(end)));
  const [shared, ...own] = [11, 12, 13].map(pinkNoise);
  for (let i = 0; i < sample(noiseEnd); i++) {
    const both = shared();
    // The left a little louder, so that it shows where sides change places.
    planes.forEach((plane, c) => (plane[i] = (both + 0.5 * own[c]()) * (c === 0 ? 1.1 : 0.9)));
  }
  const scale = fromDecibels(noiseLevel) / Math.sqrt(power(planes, sample(settled), sample(noiseEnd)));
  for (const plane of planes) for (let i = 0; i < sample(noiseEnd); i++) plane[i] *= scale;
  steps.forEach((dB, k) => {
    for (let i = sample(stepsBegin + k * stepLength); i < sample(stepsBegin + (k + 1) * stepLength); i++)
      for (const plane of planes) plane[i] = fromDecibels(dB) * Math.sin((2 * Math.PI * tone * i) / rate);
  });
  const white = whiteNoise(14);
  for (let i = sample(burst); i < sample(burst + burstLength); i++) {
    const v = 0.5 * white();
    for (const plane of planes) plane[i] = v;
  }
  return (made = { planes, sampleRate: rate });
}

/** Level of the tone's harmonics and of what else is beside it, against the tone, in dB. */
function besideTone(plane: Float32Array, from: number, to: number): number {
  let [re, im, all] = [0, 0, 0];
  for (let i = from; i < to; i++) {
    const phase = (2 * Math.PI * tone * i) / rate;
    re += plane[i] * Math.cos(phase);
    im += plane[i] * Math.sin(phase);
    all += plane[i] * plane[i];
  }
  const own = (2 * (re * re + im * im)) / (to - from);
  return own < 1e-9 * (to - from)
    ? cleanest
    : Math.max(cleanest, 10 * Math.log10(Math.max(1e-12, all - own) / own));
}
/** dB: less beside a tone is none. */
const cleanest = -60;

/** dB: what still sounds 60 dB below the burst is over, as in the time of a reverberation. */
const faded = -70;

const stepsFrom = bandCount;
const besideFrom = stepsFrom + steps.length;
const decaysFrom = besideFrom + 2;
const imageFrom = decaysFrom + decays.length - 1;
const loudnessAt = imageFrom + 2;
/** Numbers in what a chain leaves on the test signal. */
export const soundImprintLength = loudnessAt + 1;

function figures(planes: readonly Float32Array[]): Float32Array {
  const out = new Float32Array(soundImprintLength);
  const [from, to] = [sample(settled), sample(noiseEnd)];
  const noise = planes.map((plane) => plane.subarray(from, to));
  out.set(bandLevels(noise, rate));
  steps.forEach((_, k) => {
    // The last six hundredths of a second, in which what follows the level has come to rest; whole periods of the tone.
    const until = sample(stepsBegin + (k + 1) * stepLength);
    out[stepsFrom + k] = level(2 * power(planes, until - sample(0.06), until));
    const loud = k - (steps.length - 2);
    if (loud >= 0) out[besideFrom + loud] = besideTone(planes[0], until - sample(0.06), until);
  });
  for (let k = 0; k + 1 < decays.length; k++)
    out[decaysFrom + k] = Math.max(
      faded,
      level(
        power(planes, sample(burst + burstLength + decays[k]), sample(burst + burstLength + decays[k + 1])),
      ),
    );
  out.set(image(noise, 0, noise[0].length), imageFrom);
  out[loudnessAt] = loudness(noise, rate);
  return out;
}

let untouched: Float32Array | undefined;

/**
 * What a chain leaves on the test signal, as differences in dB from the signal itself: a chain that does nothing leaves
 * zeros. Null where an effect or a file of it is not here.
 */
export function soundImprint(chain: Chain, resources: Resources = {}): Float32Array | null {
  const signal = testSignal();
  const { planes, missing } = renderAudio(chain, signal, { resources });
  if (missing.length > 0) return null;
  untouched ??= figures(signal.planes);
  const found = figures(planes);
  return found.map((v, i) => (Number.isFinite(v) ? v : floor) - untouched![i]);
}

/** How far apart what two chains do is, in dB. */
export function soundImprintsApart(a: ArrayLike<number>, b: ArrayLike<number>): Apart {
  const shift = mean(a, 0, bandCount) - mean(b, 0, bandCount);
  return apartBy([
    { name: "response", apart: rmsApart(a, b, 0, bandCount, shift) },
    {
      name: "level curve",
      apart: rmsApart(
        a,
        b,
        stepsFrom,
        besideFrom,
        mean(a, stepsFrom, besideFrom) - mean(b, stepsFrom, besideFrom),
      ),
    },
    { name: "distortion", apart: 0.25 * rmsApart(a, b, besideFrom, decaysFrom) },
    { name: "decay", apart: 0.25 * rmsApart(a, b, decaysFrom, imageFrom) },
    { name: "width", apart: 0.3 * rmsApart(a, b, imageFrom, loudnessAt) },
    { name: "loudness", apart: Math.abs(a[loudnessAt] - b[loudnessAt]) },
  ]);
}

/** A change of level in dB of which only a share is mixed with the untouched, in amplitude. */
const mixed = (dB: number, share: number): number => toDecibels(1 - share + share * fromDecibels(dB));

/** What a sound may be like after a chain that leaves such an imprint; near enough to tell which are worth rendering. */
export function soundAfter(sound: Float32Array, imprint: ArrayLike<number>, strength: number): Float32Array {
  const out = sound.slice();
  const share = strength / 100;
  let [before, after] = [0, 0];
  for (let i = 0; i < bandCount; i++) {
    before += 10 ** (sound[i] / 10);
    out[i] += mixed(imprint[i], share);
    after += 10 ** (out[i] / 10);
  }
  // What the response does to all of it; the level curve is read against what it does to the noise.
  const louder = 10 * Math.log10((after + 1e-12) / (before + 1e-12));
  const curve = (dB: number): number => {
    const place = Math.min(
      steps.length - 1.001,
      Math.max(
        0,
        steps.findLastIndex((step) => step <= dB),
      ),
    );
    const k = Math.min(steps.length - 2, Math.floor(place));
    const part = Math.min(1, Math.max(0, (dB - steps[k]) / (steps[k + 1] - steps[k])));
    return imprint[stepsFrom + k] * (1 - part) + imprint[stepsFrom + k + 1] * part;
  };
  const rest = curve(noiseLevel);
  const atLevel = (dB: number) => dB + louder + mixed(curve(dB) - rest, share);
  out[at.loudness] = atLevel(sound[at.loudness]);
  for (let i = 0; i < shares.length; i++) out[at.spread + i] = atLevel(sound[at.spread + i]);
  for (let i = 0; i < 2; i++)
    out[at.image + i] = Math.min(
      widest,
      Math.max(-widest, sound[at.image + i] + share * imprint[imageFrom + i]),
    );
  return out;
}
