/**
 * How likely so many or more of some trials go right by guessing between two, 0…1: the sum of C(n, i) / 2ⁿ for i from
 * `right` to `trials`. Source: the one-sided exact binomial test, NIST/SEMATECH e-Handbook of Statistical Methods, §7.2.4.
 * Pre: 0 ≤ right ≤ trials ≤ 1000.
 */
export function guessing(right: number, trials: number): number {
  let term = 2 ** -trials;
  let sum = 0;
  for (let i = 0; i <= trials; i++) {
    if (i >= right) sum += term;
    term *= (trials - i) / (i + 1);
  }
  return Math.min(1, sum);
}
