import { describe, expect, it } from "vitest";
import { reference } from "../../../scripts/reference";
import { chainDifference } from "../chain/difference";
import type { Chain } from "../chain/model";
import { ciede2000, type Lab } from "../colour/ciede2000";
import { srgbToLab } from "../colour/lab";
import { prove, sayProof } from "../library/proof";
import { pictureDifference, soundDifference } from "./difference";

describe("CIEDE2000", () => {
  it.each(
    reference<{ id: string; lab1: Lab; lab2: Lab; dE00: number }>("ciede2000_sharma34").map(
      (c) => [c.id, c] as const,
    ),
  )("gives the published difference of %s (Sharma, Wu, Dalal 2005, table 1)", (_, { lab1, lab2, dE00 }) => {
    expect(Math.abs(ciede2000(lab1, lab2) - dE00)).toBeLessThan(1e-4);
    expect(Math.abs(ciede2000(lab2, lab1) - dE00)).toBeLessThan(1e-4);
  });

  it("has white, mid grey and red where Lab puts them (CIE 15:2004; red by CSS Color 4's conversion to D65 Lab)", () => {
    srgbToLab(1, 1, 1).forEach((v, i) => expect(v).toBeCloseTo([100, 0, 0][i], 6));
    expect(srgbToLab(0.5, 0.5, 0.5)[0]).toBeCloseTo(53.389, 3);
    srgbToLab(1, 0, 0).forEach((v, i) => expect(v).toBeCloseTo([53.237, 80.09, 67.203][i], 1));
  });
});

describe("the difference of two renderings", () => {
  it("is none for equal ones, and that of the worst place else", () => {
    const a = Float32Array.of(0.5, -0.25, 0);
    expect(soundDifference([a, a], [a, a.slice()])).toBeNull();
    expect(soundDifference([a], [Float32Array.of(0.5, -0.25, 0.001)])).toBeCloseTo(-60, 4);
    expect(soundDifference([a], [a.subarray(0, 1)])).toBeCloseTo(20 * Math.log10(0.25), 6);
    const codes = Uint8ClampedArray.of(10, 20, 30, 255, 200, 100, 50, 255);
    expect(pictureDifference(codes, codes.slice())).toBeNull();
    expect(
      pictureDifference(codes, Uint8ClampedArray.of(10, 20, 30, 255, 201, 100, 50, 255)),
    ).toBeGreaterThan(0.1);
  });

  it("is judged by what can be heard or seen, and said in words", () => {
    expect(sayProof(prove("audio", "Take 1", null), "audio")).toBe("the same to the bit");
    expect([
      prove("audio", "", -150).same,
      prove("audio", "", -90).same,
      prove("image", "", 0.3).same,
      prove("image", "", 2).same,
    ]).toEqual([true, false, true, false]);
    expect(sayProof(prove("audio", "", -90), "audio")).toBe("differs by −90 dB");
    expect(sayProof(prove("image", "", 0.3), "image")).toBe("the same within ΔE 0.30");
  });
});

describe("the difference of two chains", () => {
  const chain = (...settings: [string, Record<string, number | string>?][]): Chain => ({
    medium: "audio",
    settings: settings.map(([effect, values = {}]) => ({ effect, values, on: true, mix: 100 })),
  });
  it("names which value of which setting changed, what came and what went", () => {
    const before = chain(["audio.high-pass", { cutoff: 80 }], ["audio.delay"], ["audio.gain", { gain: 0 }]);
    const after: Chain = {
      medium: "audio",
      settings: [
        ...chain(["audio.high-pass", { cutoff: 1200 }], ["audio.plate"]).settings,
        { effect: "audio.gain", values: { gain: 0 }, on: false, mix: 50 },
      ],
    };
    expect(chainDifference(before, after)).toEqual([
      "Delay taken out",
      "Plate put in at place 2",
      "High-pass: Cutoff 80 Hz → 1.2 kHz",
      "Gain: mix 100 % → 50 %",
      "Gain switched off",
    ]);
    expect(chainDifference(before, before)).toEqual([]);
  });
  it("takes as much as can be for the same, wherever something came or went", () => {
    const [a, b, c] = ["audio.delay", "audio.plate", "audio.gain"].map((effect) => [effect] as [string]);
    const says = (before: Chain, after: Chain) => chainDifference(before, after);
    expect(says(chain(a, b), chain(c, a, b))).toEqual(["Gain put in at place 1"]);
    expect(says(chain(c, a, b), chain(a, b))).toEqual(["Gain taken out"]);
    // Two of one effect: the others that follow decide which of them is which.
    expect(says(chain(a, b, a, c), chain(a, c))).toEqual(["Plate taken out", "Delay taken out"]);
    expect(says(chain(a, b, c), chain(b, c, a))).toEqual(["Delay taken out", "Delay put in at place 3"]);
  });
  it("carries effects that are unknown here by their ids", () => {
    expect(
      chainDifference(chain(["audio.elsewhere", { depth: 1 }]), chain(["audio.elsewhere", { depth: 2 }])),
    ).toEqual(["audio.elsewhere: depth changed"]);
  });
});
