/**
 * Coefficient a of the one-pole y[n] = a·y[n−1] + (1−a)·x[n] that reaches 63.2 % of a step after `time` milliseconds;
 * 0 for no time at all. Source: definition of the time constant, a = exp(−1/(τ·fs)).
 */
export const onePole = (time: number, sampleRate: number): number =>
  time <= 0 ? 0 : Math.exp(-1000 / (time * sampleRate));

/**
 * Samples after which a one-pole of a time constant in milliseconds has forgotten what it was by a factor of e^10: of a
 * gain that differed by 40 dB less than 0.002 dB are left, and what is heard differs by less than −70 dB.
 */
export const forgetting = (milliseconds: number, sampleRate: number): number =>
  Math.ceil((10 * milliseconds * sampleRate) / 1000);
