import type { Axis } from "./plot-props";

/** Axes that several charts share. */

const written = (v: number) => String(v).replace("-", "−");

export const frequencyAxis: Axis = {
  min: 20,
  max: 20000,
  logarithmic: true,
  labels: new Map([
    [20, "20"],
    [50, "50"],
    [100, "100"],
    [200, "200"],
    [500, "500"],
    [1000, "1 k"],
    [2000, "2 k"],
    [5000, "5 k"],
    [10000, "10 k"],
    [20000, ""],
  ]),
};

/** Levels every `step` dB. */
export const levelAxis = (min: number, max: number, step: number, rest: Partial<Axis> = {}): Axis => ({
  min,
  max,
  labels: new Map(
    Array.from({ length: Math.floor((max - min) / step) + 1 }, (_, i) => min + step * i).map((v) => [
      v,
      written(v),
    ]),
  ),
  ...rest,
});

/** Levels against none, every six dB, with a sign. */
export const changeAxis = (min: number, max: number): Axis => ({
  min,
  max,
  strongAt: 0,
  labels: new Map(
    Array.from({ length: (max - min) / 6 + 1 }, (_, i) => min + 6 * i).map((v) => [
      v,
      v > 0 ? `+${v}` : written(v),
    ]),
  ),
});
