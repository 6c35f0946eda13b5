/** Linear gain of a level in dB. */
export const fromDecibels = (decibels: number): number => 10 ** (decibels / 20);

/** Level of a linear magnitude in dB, never below −200 dB. */
export const toDecibels = (magnitude: number): number => 20 * Math.log10(Math.max(magnitude, 1e-10));
