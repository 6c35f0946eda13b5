/**
 * Something like a voice: a train of glottal pulses of wavering pitch through three resonances that change with the
 * syllables, with pauses and breath. Made by formula, so that it is the same everywhere; mono, peaks near 0.6.
 */
export function speechLike(length: number, sampleRate: number): Float32Array {
  const out = new Float32Array(length);
  const vowels = [
    [730, 1090, 2440],
    [270, 2290, 3010],
    [570, 840, 2410],
    [440, 1020, 2240],
  ];
  const state = new Float64Array(6);
  let phase = 0;
  let seed = 5;
  for (let i = 0; i < length; i++) {
    const t = i / sampleRate;
    const syllable = Math.floor(t * 4);
    const within = t * 4 - syllable;
    const loud = syllable % 5 === 4 ? 0 : Math.sin(Math.PI * within) ** 0.5;
    phase += (115 + 25 * Math.sin(t * 5)) / sampleRate;
    if (phase >= 1) phase -= 1;
    seed = (Math.imul(1664525, seed) + 1013904223) >>> 0;
    // A smooth pulse: open for half of the period.
    let x = loud * (phase < 0.5 ? Math.sin(2 * Math.PI * phase) ** 2 : 0) + 0.004 * (seed / 2 ** 31 - 1);
    vowels[syllable % vowels.length].forEach((f, k) => {
      const r = Math.exp((-Math.PI * (60 + 30 * k)) / sampleRate);
      const y =
        x * (1 - r) +
        2 * r * Math.cos((2 * Math.PI * f) / sampleRate) * state[2 * k] -
        r * r * state[2 * k + 1];
      state[2 * k + 1] = state[2 * k];
      state[2 * k] = y;
      x = y + 0.3 * x;
    });
    out[i] = x;
  }
  const peak = out.reduce((most, v) => Math.max(most, Math.abs(v)), 0);
  return out.map((v) => (0.6 * v) / peak);
}
