/**
 * Coefficients a[0] = 1, a[1] … a[order] of the all-zero filter that predicts a signal from its past with the least
 * squared error, by the autocorrelation method. Silence gives 1, 0, 0 …
 * Source: Levinson–Durbin recursion; Makhoul, "Linear Prediction: A Tutorial Review", Proc. IEEE 63(4), 1975.
 */
export function predictor(signal: Float64Array, order: number): Float64Array {
  const n = signal.length;
  // A Hann window, and a trace of white noise (−90 dB), keep the recursion well away from singular.
  const windowed = signal.map((v, i) => v * (0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / n)));
  const r = new Float64Array(order + 1);
  for (let lag = 0; lag <= order; lag++)
    for (let i = lag; i < n; i++) r[lag] += windowed[i] * windowed[i - lag];
  r[0] *= 1 + 1e-9;
  const a = new Float64Array(order + 1);
  a[0] = 1;
  let error = r[0];
  if (error === 0) return a;
  for (let k = 1; k <= order && error > 0; k++) {
    let sum = r[k];
    for (let i = 1; i < k; i++) sum += a[i] * r[k - i];
    const reflection = -sum / error;
    const before = a.slice(0, k);
    for (let i = 1; i < k; i++) a[i] = before[i] + reflection * before[k - i];
    a[k] = reflection;
    error *= 1 - reflection * reflection;
  }
  return a;
}

/** Solves a symmetric positive definite system in place, by Cholesky; `matrix` row by row. Returns false where it is not definite. */
function solve(matrix: Float64Array, right: Float64Array): boolean {
  const n = right.length;
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = matrix[i * n + j];
      for (let k = 0; k < j; k++) sum -= matrix[i * n + k] * matrix[j * n + k];
      if (i === j) {
        if (sum <= 0) return false;
        matrix[i * n + i] = Math.sqrt(sum);
      } else matrix[i * n + j] = sum / matrix[j * n + j];
    }
  }
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) right[i] -= matrix[i * n + k] * right[k];
    right[i] /= matrix[i * n + i];
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) right[i] -= matrix[k * n + i] * right[k];
    right[i] /= matrix[i * n + i];
  }
  return true;
}

/**
 * Replaces the samples from `start` up to `end` by those that make the prediction error of the whole smallest.
 * Pre: at least `order` samples on either side. Returns false, with nothing changed, where no solution is found.
 * Source: Janssen, Veldhuis, Vries, "Adaptive Interpolation of Discrete-Time Signals That Can Be Modeled as
 * Autoregressive Processes", IEEE Trans. ASSP 34(2), 1986.
 */
export function interpolateGap(
  signal: Float64Array,
  coefficients: Float64Array,
  start: number,
  end: number,
): boolean {
  const order = coefficients.length - 1;
  const n = end - start;
  const b = new Float64Array(order + 1);
  for (let lag = 0; lag <= order; lag++)
    for (let i = 0; i + lag <= order; i++) b[lag] += coefficients[i] * coefficients[i + lag];
  const matrix = new Float64Array(n * n);
  const right = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) matrix[i * n + j] = b[Math.abs(i - j)] ?? 0;
    const place = start + i;
    for (let lag = 1; lag <= order; lag++) {
      if (place - lag < start) right[i] -= b[lag] * signal[place - lag];
      if (place + lag >= end) right[i] -= b[lag] * signal[place + lag];
    }
  }
  if (!solve(matrix, right)) return false;
  signal.set(right, start);
  return true;
}
