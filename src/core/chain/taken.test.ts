import { expect, it } from "vitest";
import { findEffect } from "../effects/registry";
import type { NumberParameter } from "../effects/parameter";
import { readNumber, takenAs } from "./describe";

it("a number that is typed is taken in steps and within its range, and what was changed of it is said", () => {
  const spec = findEffect("audio.gain")!.parameters.gain as NumberParameter;
  const taken = (text: string) => takenAs(spec, readNumber(spec, text)!);
  expect(taken("−6")).toEqual({ value: -6, said: null });
  expect(taken("-6.0206")).toEqual({ value: -6, said: "Taken as −6 dB: it goes in steps of 0.1." });
  expect(taken("900")).toEqual({
    value: spec.max,
    said: expect.stringMatching(/^It goes from −.* to \+.* dB\.$/),
  });
  // Rounding errors of binary fractions are not reported.
  for (const text of ["0.1", "0.3", "-0.7", "12.6"]) expect(taken(text).said).toBeNull();
});
