/** A colour transform: rows of a 3×3 matrix, each with an offset: 12 numbers. */
export type ColourMatrix = readonly [
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
];

export const identity: ColourMatrix = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];

/** From rows of three and offsets. */
export const matrixOf = (
  rows: readonly (readonly number[])[],
  offsets: readonly number[] = [0, 0, 0],
): ColourMatrix => rows.flatMap((row, i) => [...row, offsets[i]]) as unknown as ColourMatrix;

/** `first`, then `second`. */
export function after(second: ColourMatrix, first: ColourMatrix): ColourMatrix {
  const out: number[] = [];
  for (let r = 0; r < 3; r++)
    for (let c = 0; c < 4; c++) {
      let sum = c === 3 ? second[r * 4 + 3] : 0;
      for (let k = 0; k < 3; k++) sum += second[r * 4 + k] * first[k * 4 + c];
      out.push(sum);
    }
  return out as unknown as ColourMatrix;
}

/** A share of a transform, the rest untouched. */
export const share = (matrix: ColourMatrix, amount: number): ColourMatrix =>
  matrix.map((v, i) => identity[i] + (v - identity[i]) * amount) as unknown as ColourMatrix;

/** The inverse of a 3×3 matrix, by cofactors. Pre: it has one. */
export function inverse(m: readonly (readonly number[])[]): number[][] {
  const [[a, b, c], [d, e, f], [g, h, i]] = m;
  const det = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  return [
    [e * i - f * h, c * h - b * i, b * f - c * e],
    [f * g - d * i, a * i - c * g, c * d - a * f],
    [d * h - e * g, b * g - a * h, a * e - b * d],
  ].map((row) => row.map((v) => v / det));
}

export const product = (a: readonly (readonly number[])[], b: readonly (readonly number[])[]): number[][] =>
  a.map((row) => b[0].map((_, c) => row.reduce((sum, v, k) => sum + v * b[k][c], 0)));
export const transform = (m: readonly (readonly number[])[], v: readonly number[]): number[] =>
  m.map((row) => row.reduce((sum, x, k) => sum + x * v[k], 0));
