const units = ["bytes", "kB", "MB", "GB", "TB"] as const;

/** A number of bytes in words, by powers of 1,024, with three digits: `1.46 GB`. */
export function sayBytes(bytes: number): string {
  let [value, unit] = [bytes, 0];
  for (; value >= 1000 && unit < units.length - 1; unit++) value /= 1024;
  return `${unit === 0 || value >= 100 ? Math.round(value) : value.toFixed(value >= 10 ? 1 : 2)} ${units[unit]}`;
}
