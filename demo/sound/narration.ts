import { section } from "../../src/core/signal/biquad";
import { randomFrom } from "../random";
import { add, drift, filtered, noise, sampleRate, silence, toPeak } from "./tools";

/** Formant frequencies in hertz of five open sounds. Rounded from averages for men's voices: common practice, no source. */
const vowels = [
  [700, 1200, 2500, 3500],
  [400, 2000, 2550, 3500],
  [320, 850, 2400, 3400],
  [500, 1650, 2450, 3400],
  [560, 950, 2400, 3300],
];
const bandwidthQ = [7, 11, 16, 18];
const formantLevels = [1, 0.55, 0.28, 0.16];

/** Four resonators whose frequencies can glide. */
class Throat {
  private readonly z = formantLevels.map(() => [0, 0]);

  run(
    source: Float32Array,
    from: number,
    to: number,
    formants: readonly number[],
    out: Float32Array,
    level: (i: number) => number,
  ): void {
    const sections = formants.map((f, k) => section("band-pass", f, bandwidthQ[k], 0, sampleRate));
    for (let i = from; i < to; i++) {
      let sum = 0;
      sections.forEach((s, k) => {
        const z = this.z[k];
        const y = s.b0 * source[i] + z[0];
        z[0] = s.b1 * source[i] - s.a1 * y + z[1];
        z[1] = s.b2 * source[i] - s.a2 * y;
        sum += y * formantLevels[k];
      });
      out[i] += sum * level(i);
    }
  }
}

/** Speech-like murmur of one voice: phrases of gliding vowels with hissed and closed beginnings, in a quiet wooden room. */
export function narration(seconds: number, seed: number, pitch: number): Float32Array[] {
  const random = randomFrom(seed);
  const out = silence(seconds);
  const voice = silence(seconds);
  const wander = drift(seconds, 6, 0.03, random);
  let phase = 0;
  let phraseStart = 0.4;
  const plan: { at: number; length: number; vowel: number[]; hiss: boolean; stress: number; fall: number }[] =
    [];
  while (phraseStart < seconds - 1) {
    const syllables = 5 + Math.floor(random() * 6);
    let at = phraseStart;
    for (let s = 0; s < syllables && at < seconds - 0.6; s++) {
      const length = 0.11 + random() * 0.13 + (s === syllables - 1 ? 0.12 : 0);
      const vowel = vowels[Math.floor(random() * vowels.length)];
      plan.push({
        at,
        length,
        vowel,
        hiss: random() < 0.35,
        stress: 0.6 + random() * 0.4,
        fall: 1.12 - (0.25 * s) / syllables,
      });
      at += length + 0.02 + random() * 0.035;
    }
    phraseStart = at + 0.35 + random() * 0.5;
  }
  let syllable = 0;
  for (let i = 0; i < voice.length; i++) {
    const t = i / sampleRate;
    while (syllable < plan.length - 1 && t > plan[syllable + 1].at) syllable++;
    phase += (pitch * wander(t) * plan[syllable].fall) / sampleRate;
    const p = phase % 1;
    // A glottal pulse: opens slowly, closes fast.
    voice[i] = (p < 0.6 ? Math.sin((Math.PI * p) / 0.6) ** 2 : 0) - 0.3 + (random() - 0.5) * 0.03;
  }
  const throat = new Throat();
  plan.forEach((s, k) => {
    const next = plan[k + 1]?.vowel ?? s.vowel;
    const from = Math.round(s.at * sampleRate);
    const to = Math.min(voice.length, Math.round((s.at + s.length) * sampleRate));
    const level = (i: number) => s.stress * Math.sin(Math.PI * Math.min(1, (i - from) / (to - from))) ** 0.6;
    const step = 240;
    for (let at = from; at < to; at += step) {
      const glide = ((at - from) / (to - from)) ** 2;
      const formants = s.vowel.map((f, n) => f + (next[n] - f) * glide * 0.8);
      throat.run(voice, at, Math.min(to, at + step), formants, out, level);
    }
    if (s.hiss) {
      const breath = filtered(noise(0.09, random), "band-pass", 4200 + random() * 2500, 1.2);
      add(
        out,
        breath.map((v, i) => v * Math.sin((Math.PI * i) / breath.length)),
        s.at - 0.07,
        0.09,
      );
    }
  });
  const [spoken] = toPeak([out], -5);
  const rumble = filtered(filtered(noise(seconds, random), "low-pass", 60), "low-pass", 60);
  add(spoken, toPeak([rumble], -30)[0]);
  add(spoken, toPeak([filtered(noise(seconds, random), "high-pass", 3000)], -62)[0]);
  return [spoken];
}
