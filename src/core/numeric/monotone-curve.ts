export type CurvePoint = readonly [x: number, y: number];

const sameSign = (a: number, b: number) => a * b > 0;

/** Slope at an end point from the two nearest pieces, kept from overshooting. */
function endSlope(h0: number, h1: number, d0: number, d1: number): number {
  const slope = ((2 * h0 + h1) * d0 - h0 * d1) / (h0 + h1);
  if (!sameSign(slope, d0)) return 0;
  return !sameSign(d0, d1) && Math.abs(slope) > 3 * Math.abs(d0) ? 3 * d0 : slope;
}

/**
 * A curve through points with x strictly increasing that never overshoots them: piecewise cubic with slopes limited
 * as in Fritsch & Carlson 1980, the slopes themselves by the weighted harmonic mean of Fritsch & Butland 1984.
 * Before the first and after the last point it goes on as a straight line, except that a flat end stays flat.
 * Pre: 2 points or more.
 */
export function monotoneCurve(points: readonly CurvePoint[]): (x: number) => number {
  const n = points.length;
  const x = points.map((p) => p[0]);
  const y = points.map((p) => p[1]);
  const h = x.slice(1).map((v, i) => v - x[i]);
  const d = h.map((v, i) => (y[i + 1] - y[i]) / v);
  const slope = x.map((_, i) => {
    if (n === 2) return d[0];
    if (i === 0) return endSlope(h[0], h[1], d[0], d[1]);
    if (i === n - 1) return endSlope(h[n - 2], h[n - 3], d[n - 2], d[n - 3]);
    if (!sameSign(d[i - 1], d[i])) return 0;
    const w1 = 2 * h[i] + h[i - 1];
    const w2 = h[i] + 2 * h[i - 1];
    return (w1 + w2) / (w1 / d[i - 1] + w2 / d[i]);
  });
  return (at) => {
    if (at <= x[0]) return y[0] + (at - x[0]) * slope[0];
    if (at >= x[n - 1]) return y[n - 1] + (at - x[n - 1]) * slope[n - 1];
    let i = 0;
    while (at >= x[i + 1]) i++;
    const t = (at - x[i]) / h[i];
    const u = 1 - t;
    return (
      y[i] * (1 + 2 * t) * u * u +
      h[i] * slope[i] * t * u * u +
      y[i + 1] * t * t * (3 - 2 * t) -
      h[i] * slope[i + 1] * t * t * u
    );
  };
}
