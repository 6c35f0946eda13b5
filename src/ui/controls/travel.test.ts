import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { effects } from "@/core/effects/registry";
import { fromTravel, stepped, toTravel } from "./travel";

const numbers = effects.flatMap((effect) =>
  Object.entries(effect.parameters).flatMap(([key, parameter]) =>
    parameter.kind === "number" ? [{ name: `${effect.id} ${key}`, parameter }] : [],
  ),
);

describe("the travel of a number", () => {
  it("puts the middle of a logarithmic travel at the geometric mean", () => {
    const spec = { min: 20, max: 20_000, taper: "log", resolution: 0.1, unit: "Hz" } as const;
    expect(fromTravel(spec, 0.5)).toBeCloseTo(Math.sqrt(20 * 20_000), 6);
    expect(toTravel(spec, 200)).toBeCloseTo(1 / 3, 6);
  });

  it.each(numbers)("$name: there and back, and within its range", ({ parameter }) => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (share) => {
        const value = fromTravel(parameter, share);
        expect(value).toBeGreaterThanOrEqual(parameter.min - 1e-9 * Math.abs(parameter.min));
        expect(value).toBeLessThanOrEqual(parameter.max + 1e-9 * Math.abs(parameter.max));
        expect(toTravel(parameter, value)).toBeCloseTo(share, 6);
      }),
    );
  });

  it.each(numbers)("$name: steps reach both ends and never stand still before", ({ parameter }) => {
    for (const direction of [1, -1] as const) {
      let value = parameter.default;
      let steps = 0;
      for (
        const end = direction === 1 ? parameter.max : parameter.min;
        value !== end && steps < 5000;
        steps++
      ) {
        const next = stepped(parameter, value, direction, false);
        expect((next - value) * direction).toBeGreaterThan(0);
        value = next;
      }
      expect(steps).toBeLessThan(5000);
    }
  });
});
