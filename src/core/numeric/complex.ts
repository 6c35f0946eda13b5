export interface ComplexNumber {
  readonly re: number;
  readonly im: number;
}

export const one: ComplexNumber = { re: 1, im: 0 };

export const multiply = (a: ComplexNumber, b: ComplexNumber): ComplexNumber => ({
  re: a.re * b.re - a.im * b.im,
  im: a.re * b.im + a.im * b.re,
});

export const divide = (a: ComplexNumber, b: ComplexNumber): ComplexNumber => {
  const d = b.re * b.re + b.im * b.im;
  return { re: (a.re * b.re + a.im * b.im) / d, im: (a.im * b.re - a.re * b.im) / d };
};

/** `a + (b - a) * share`, the response of a wet/dry mix. */
export const blend = (a: ComplexNumber, b: ComplexNumber, share: number): ComplexNumber => ({
  re: a.re + (b.re - a.re) * share,
  im: a.im + (b.im - a.im) * share,
});

/** Level in dB. */
export const magnitudeDb = (z: ComplexNumber): number => 10 * Math.log10(z.re * z.re + z.im * z.im);

/** Angle in degrees, −180…180. */
export const phaseDegrees = (z: ComplexNumber): number => (Math.atan2(z.im, z.re) * 180) / Math.PI;
