import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Chain } from "../chain/model";
import { renderCodes } from "../chain/render-codes";
import { normaliseChain } from "../chain/values";
import { encodeSrgb } from "../colour/srgb";
import { correctionTo, fallingOut, lookMeasures, lookOf, usualLook, type PictureLook } from "./consistency";

const side = 64;
/** A scene in linear light: greys of many depths with a little colour here and there, far from black and white. */
const scene = Array.from({ length: side * side }, (_, i) => {
  const light = 0.02 * 2 ** (3.2 * ((i * 0.618034) % 1));
  const hue = ((i * 0.754877) % 1) - 0.5;
  return [light * (1 + 0.2 * hue), light, light * (1 - 0.2 * hue)];
});
const coded = (of: readonly (readonly number[])[]) =>
  Uint8ClampedArray.from(of.flatMap((rgb) => [...rgb.map((v) => 255 * encodeSrgb(v)), 255]));

describe("the look of a picture", () => {
  const plain = lookOf(coded(scene))!;

  // Source: the definitions; a stop is a doubling (ISO 2720).
  it("is measured in stops", () => {
    const twice = lookOf(coded(scene.map((rgb) => rgb.map((v) => v * 2))))!;
    expect(twice.exposure - plain.exposure).toBeCloseTo(1, 1);
    expect(twice.contrast).toBeCloseTo(plain.contrast, 1);
    const warm = lookOf(coded(scene.map(([r, g, b]) => [r * 1.3, g, b / 1.3])))!;
    expect(warm.red - plain.red).toBeCloseTo(Math.log2(1.3), 1);
    expect(warm.blue - plain.blue).toBeCloseTo(-Math.log2(1.3), 1);
    // Half of 3.2 stops lies between the quartiles of an even spread.
    expect(plain.contrast).toBeCloseTo(1.6, 1);
    const flat = lookOf(coded(scene.map((rgb) => rgb.map((v) => 0.18 * (v / 0.18) ** 0.5))))!;
    expect(flat.contrast / plain.contrast).toBeCloseTo(0.5, 1);
  });

  it("of several pictures is that of all their pixels together, and of many pixels that of fewer", () => {
    const codes = coded(scene);
    const middle = 4 * 1500;
    expect(lookOf(codes.subarray(0, middle), codes.subarray(middle))).toEqual(plain);
    const many = Array.from({ length: 101 }, () => codes);
    const look = lookOf(...many)!;
    for (const measure of lookMeasures) expect(look[measure]).toBeCloseTo(plain[measure], 1);
    // Half of the frames a stop lighter: between both, however long the clip is.
    const lighter = coded(scene.map((rgb) => rgb.map((v) => v * 2)));
    const between = lookOf(...many.map((one, i) => (i % 2 === 0 ? one : lighter)))!;
    expect(between.exposure - plain.exposure).toBeGreaterThan(0.3);
    expect(between.exposure - plain.exposure).toBeLessThan(0.7);
  });

  it("leaves out what is black or white, and is none where all of it is", () => {
    const half = scene.map((rgb, i) => (i % 2 === 0 ? rgb : i % 4 === 1 ? [0, 0, 0] : [1, 1, 1]));
    expect(lookOf(coded(half))!.exposure).toBeCloseTo(plain.exposure, 1);
    expect(lookOf(coded(scene.map(() => [1, 1, 1])))).toBeNull();
    expect(lookOf(new Uint8ClampedArray(0))).toBeNull();
  });
});

describe("a series", () => {
  const look = (exposure: number, more: Partial<PictureLook> = {}): PictureLook => ({
    exposure,
    red: 0,
    blue: 0,
    contrast: 1.5,
    ...more,
  });
  it("has those fall out that are far from the median, by the median of what the others are from it", () => {
    // By hand: the median is −2.95; the deviations .05, .05, .15, .15, .25 and 1.15 have the median .15, and .15 · 3.5 / 0.6745 is 0.778.
    const series = [-3.1, -3, -2.9, -3.2, -2.8, -1.8].map((exposure) => look(exposure));
    expect(usualLook(series).exposure).toBeCloseTo(-2.95, 12);
    expect(fallingOut(series)).toEqual([[], [], [], [], [], ["exposure"]]);
    // One that lies as far but within what is usual there is none.
    const wide = [-4, -3, -2, -3.5, -2.5, -1.8].map((exposure) => look(exposure));
    expect(fallingOut(wide)).toEqual([[], [], [], [], [], []]);
  });
  it("that is all alike has nobody fall out for what nobody sees", () => {
    const series = [look(-3), look(-3), look(-3), look(-3.05), look(-3, { red: 0.03 })];
    expect(fallingOut(series).flat()).toEqual([]);
    expect(fallingOut([...series, look(-3, { red: 0.1, blue: -0.2 })]).at(-1)).toEqual(["red", "blue"]);
    expect(fallingOut([look(-3)])).toEqual([[]]);
  });
});

describe("a correction", () => {
  const breathe = () => Promise.resolve();
  /** What settings make of the scene, in 16-bit codes, looked at in eight. */
  const rendered = async (of: readonly (readonly number[])[], settings: Chain["settings"]) => {
    const chain = normaliseChain({ medium: "image", settings }).chain;
    const codes = Uint16Array.from(of.flatMap((rgb) => rgb.map((v) => Math.round(65_535 * encodeSrgb(v)))));
    const { picture } = await renderCodes(
      { chain, strength: 100, resources: {}, bits: 8 },
      { width: side, height: side, channels: 3, codes },
      breathe,
    );
    return lookOf(picture.codes as Uint8ClampedArray)!;
  };

  it("brings a picture to the look of the others, whatever light, exposure and contrast it was made with", async () => {
    const wanted = lookOf(coded(scene))!;
    await fc.assert(
      fc.asyncProperty(
        fc.double({ min: -0.8, max: 0.8, noNaN: true }),
        fc.double({ min: 0.85, max: 1.2, noNaN: true }),
        fc.double({ min: 0.85, max: 1.2, noNaN: true }),
        fc.double({ min: 0.8, max: 1.25, noNaN: true }),
        async (stops, red, blue, contrast) => {
          const other = scene.map(([r, g, b]) =>
            [r * red, g, b * blue].map((v) => 2 ** stops * 0.1 * (v / 0.1) ** contrast),
          );
          const look = lookOf(coded(other))!;
          const settings = correctionTo(look, wanted, ["exposure", "red", "blue", "contrast"]);
          const made = await rendered(other, settings);
          expect(Math.abs(made.exposure - wanted.exposure)).toBeLessThan(0.06);
          expect(Math.abs(made.red - wanted.red)).toBeLessThan(0.05);
          expect(Math.abs(made.blue - wanted.blue)).toBeLessThan(0.05);
          expect(Math.abs(made.contrast - wanted.contrast)).toBeLessThan(0.08);
        },
      ),
      { numRuns: 40 },
    );
  });

  it("touches only what falls out, and is stored as it comes", () => {
    const look: PictureLook = { exposure: -3, red: 0.1, blue: -0.1, contrast: 2 };
    const wanted: PictureLook = { exposure: -2.5, red: 0, blue: 0, contrast: 2 };
    expect(correctionTo(look, wanted, ["exposure"])).toEqual([
      { effect: "image.exposure", values: { exposure: 0.5 }, on: true, mix: 100 },
    ]);
    const [balance, ...rest] = correctionTo(look, wanted, ["red"]);
    expect([balance.effect, rest]).toEqual(["image.white-balance", []]);
    // Too red and too little blue: the light was warmer than the others'.
    expect(balance.values.temperature).toBeLessThan(6504);
    const settings = correctionTo(look, { ...wanted, contrast: 1.5 }, ["exposure", "red", "contrast"]);
    expect(normaliseChain({ medium: "image", settings })).toMatchObject({
      chain: { settings },
      problems: [],
    });
    expect(correctionTo(look, look, [])).toEqual([]);
    // As far as the effects go, and no further.
    const far = correctionTo({ ...look, exposure: -30 }, { ...wanted, contrast: 100 }, [
      "exposure",
      "contrast",
    ]);
    expect(normaliseChain({ medium: "image", settings: far }).problems).toEqual([]);
  });
});
