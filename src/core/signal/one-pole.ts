/**
 * Coefficient a of the one-pole y[n] = a·y[n−1] + (1−a)·x[n] that reaches 63.2 % of a step after `time` milliseconds;
 * 0 for no time at all. Source: definition of the time constant, a = exp(−1/(τ·fs)).
 */
export const onePole = (time: number, sampleRate: number): number =>
  time <= 0 ? 0 : Math.exp(-1000 / (time * sampleRate));
