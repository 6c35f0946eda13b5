/** Modified Bessel function of the first kind of order zero, by its power series. */
function besselI0(x: number): number {
  let sum = 1;
  let term = 1;
  for (let k = 1; term > sum * 1e-17; k++) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
}

/** Kaiser's window at `x`, −1…1 from end to end; 1 in the middle. Source: Oppenheim & Schafer, Discrete-Time Signal Processing, section 7.6. */
export function kaiser(beta: number): (x: number) => number {
  const atCentre = besselI0(beta);
  return (x) => (Math.abs(x) > 1 ? 0 : besselI0(beta * Math.sqrt(1 - x * x)) / atCentre);
}
