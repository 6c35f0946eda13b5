import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Chain, EffectSetting } from "../chain/model";
import { renderCodes } from "../chain/render-codes";
import { normaliseChain } from "../chain/values";
import { encodeSrgb } from "../colour/srgb";
import { noise } from "../../../testing/signals";
import {
  broughtTo,
  correctionTo,
  fallingOut,
  lookMeasures,
  lookOf,
  usualLook,
  type PictureLook,
} from "./consistency";

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
    const codes = Uint16Array.from(
      of.flatMap((rgb) => rgb.map((v) => Math.round(65_535 * encodeSrgb(Math.min(1, v))))),
    );
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

  /** Ten pictures of ten places: a sky over a ground, with things on it, each with colours and depths of its own. */
  const photographs = Array.from({ length: 10 }, (_, n) => {
    const chance = noise(400, 100 + n);
    let next = 0;
    const among = (least: number, most: number) => least + ((chance[next++] + 1) / 2) * (most - least);
    const colour = (light: number) => [among(0.3, 1.7), 1, among(0.2, 2)].map((v) => v * light);
    const [sky, ground] = [colour(among(0.2, 0.9)), colour(among(0.02, 0.3))];
    const horizon = among(0.2, 0.8) * side;
    const things = Array.from({ length: 12 }, () => ({
      x: among(0, side),
      y: among(0, side),
      size: among(2, 14),
      colour: colour(2 ** among(-7, 0.5)),
    }));
    const grain = noise(3 * side * side, 7 + n);
    return Array.from({ length: side * side }, (_, i) => {
      const [x, y] = [i % side, Math.floor(i / side)];
      const thing = things.find((one) => Math.hypot(x - one.x, y - one.y) < one.size);
      const base = thing?.colour ?? (y < horizon ? sky.map((v) => v * (1.4 - y / side)) : ground);
      return base.map((v, c) => Math.max(0, v * (1 + 0.25 * grain[3 * i + c])));
    });
  });
  const changes = (
    [
      ["exposure", { exposure: 1.6 }],
      ["exposure", { exposure: -1.8 }],
      ["white-balance", { temperature: 3600, tint: 8 }],
      ["white-balance", { temperature: 11_000, tint: -14 }],
      ["contrast", { contrast: 180 }],
      ["contrast", { contrast: 55 }],
    ] as [string, EffectSetting["values"]][]
  ).map(([effect, values]): Chain["settings"] => [{ effect: `image.${effect}`, values, on: true, mix: 100 }]);

  it("never leaves a picture further away than it was, and mostly far nearer, whatever it shows", async () => {
    const usual = usualLook(
      photographs.flatMap((of) => lookOf(coded(of.map((rgb) => rgb.map((v) => Math.min(1, v))))) ?? []),
    );
    const rooms = { exposure: 0.1, red: 0.04, blue: 0.04, contrast: 0.15 } as const;
    let [nearer, all] = [0, 0];
    for (const of of photographs)
      for (const change of changes) {
        const before = await rendered(of, change);
        if (!before) continue;
        const apart = (look: PictureLook) =>
          lookMeasures.map((measure) => Math.abs(look[measure] - usual[measure]));
        const out = lookMeasures.filter((measure, i) => apart(before)[i] > rooms[measure]);
        const settings = await broughtTo(before, usual, out, (more) => rendered(of, [...change, ...more]));
        const after = (await rendered(of, [...change, ...settings]))!;
        for (const [i, measure] of lookMeasures.entries())
          expect(apart(after)[i]).toBeLessThanOrEqual(Math.max(apart(before)[i], rooms[measure]) + 1e-9);
        all++;
        const worst = (look: PictureLook) =>
          Math.max(...apart(look).map((v, i) => v / rooms[lookMeasures[i]]));
        if (worst(after) < 0.5 * worst(before)) nearer++;
      }
    expect(all).toBeGreaterThan(50);
    expect(nearer / all).toBeGreaterThan(0.65);
  });

  it("tries less where it went too far, and does nothing where nothing helps", async () => {
    const look: PictureLook = { exposure: -3, red: 0, blue: 0, contrast: 2 };
    const wanted: PictureLook = { ...look, exposure: -2 };
    const exposed = (settings: readonly EffectSetting[]) => (settings[0]?.values.exposure as number) ?? 0;
    // A picture that answers three times as much as it should.
    const hasty = (settings: readonly EffectSetting[]) =>
      Promise.resolve({ ...look, exposure: -3 + 3 * exposed(settings) });
    expect(exposed(await broughtTo(look, wanted, ["exposure"], hasty))).toBeCloseTo(1 / 3, 1);
    const stubborn = (settings: readonly EffectSetting[]) =>
      Promise.resolve({ ...look, exposure: -3 - exposed(settings) });
    expect(await broughtTo(look, wanted, ["exposure"], stubborn)).toEqual([]);
    expect(await broughtTo(look, wanted, ["exposure"], () => Promise.resolve(null))).toEqual([]);
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
