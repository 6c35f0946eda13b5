import { describe, expect, it } from "vitest";
import { reference } from "../../../scripts/reference";
import type { Chain, Json } from "../chain/model";
import { forEachStrip, prepareImageChain, renderImage, type ImageMaterial } from "../chain/run-image";
import { defaultValues } from "../chain/values";
import { linearToOklab } from "../colour/oklab";
import { encodeSrgb } from "../colour/srgb";
import type { ImageEffect } from "./define";
import { effectsFor } from "./registry";

const family = effectsFor("image") as readonly ImageEffect[];
const picture = (width: number, height: number): ImageMaterial => ({
  width, height,
  planes: [0, 1, 2].map((c) => Float32Array.from({ length: width * height }, (_, i) => ((i * (7 + c * 4)) % 101) / 90)),
});
const chainOf = (effect: string, values: Record<string, Json>, mix = 100): Chain => ({ medium: "image", settings: [{ effect, values, on: true, mix }] });
/** Values at which each effect does something. */
const active: Record<string, Record<string, Json>> = {
  "image.exposure": { exposure: 0.7 }, "image.tone-curve": { points: [[0, 0.1], [0.4, 0.3], [1, 0.9]] }, "image.saturation": { saturation: 40 },
  "image.toner": { tone: "sepia", depth: 100 }, "image.vignette": { corner: -2, start: 0.1 },
};

describe.each(family.map((e) => [e.id, e] as const))("%s", (id, effect) => {
  it("does nothing at mix 0, at strength 0 and when it is off", () => {
    const input = picture(60, 40);
    const chain = chainOf(id, active[id]);
    for (const [c, strength] of [[chainOf(id, active[id], 0), 100], [chain, 0], [{ ...chain, settings: [{ ...chain.settings[0], on: false }] }, 100]] as const)
      expect(renderImage(c, input, strength).planes).toEqual(input.planes);
    expect(renderImage(chain, input).planes).not.toEqual(input.planes);
  });

  it("gives the same in strips of any height", () => {
    const input = picture(50, 47);
    const whole = renderImage(chainOf(id, active[id]), input).planes;
    for (const rows of [1, 5, 47]) {
      const { process } = prepareImageChain(chainOf(id, active[id]), 100);
      const planes = input.planes.map((p) => p.slice());
      for (let top = 0; top < 47; top += rows) {
        const height = Math.min(rows, 47 - top);
        process(planes.map((p) => p.subarray(top * 50, (top + height) * 50)), { width: 50, height: 47, top, rows: height });
      }
      expect(planes).toEqual(whole);
    }
  });

  it("survives the extremes of its parameters, black, and light far beyond white", () => {
    const input: ImageMaterial = { width: 4, height: 1, planes: [Float32Array.of(0, 1e-30, 50, 1), Float32Array.of(0, 0, 50, 0), Float32Array.of(0, 1e-30, 50, 0.5)] };
    for (const end of ["min", "max"] as const) {
      const values = Object.fromEntries(Object.entries(effect.parameters).map(([k, p]) => [k, p.kind === "number" ? p[end] : (defaultValues(effect.parameters)[k] as Json)]));
      expect(renderImage(chainOf(id, values), input).planes.every((p) => p.every(Number.isFinite))).toBe(true);
    }
  });
});

describe("what image effects promise", () => {
  const grey = (v: number): ImageMaterial => ({ width: 1, height: 1, planes: [0, 1, 2].map(() => Float32Array.of(v)) });

  // Source: reference/exposure.json (definition; OpenColorIO 2.1.2 ExposureContrastTransform).
  it.each(reference<{ id: string; ev: number; linear_in: number; linear_out: number; code_out: number }>("exposure").map((c) => [c.id, c] as const))("exposure %s", (_, c) => {
    const [plane] = renderImage(chainOf("image.exposure", { exposure: c.ev }), grey(c.linear_in)).planes;
    // Thirds of a stop are stored to a thousandth, so the truth is moved by what that takes away.
    const truth = c.linear_out * 2 ** (Math.round(c.ev * 1000) / 1000 - c.ev);
    expect(Math.abs(plane[0] - truth)).toBeLessThanOrEqual(1e-6 * truth);
    expect(Math.abs(Math.min(1, encodeSrgb(plane[0])) * 255 - c.code_out)).toBeLessThan(0.5);
  });

  it("a straight tone curve changes nothing that an eye or a 16-bit file could hold", () => {
    const input = picture(30, 30);
    renderImage(chainOf("image.tone-curve", {}), input).planes.forEach((p, c) => p.forEach((v, i) => expect(Math.abs(v - input.planes[c][i])).toBeLessThan(1e-5)));
  });

  it("saturation 0 leaves grey of the same lightness, toner one hue", () => {
    const input = picture(40, 10);
    const lab = (m: ImageMaterial) => {
      const planes = m.planes.map((p) => p.slice());
      linearToOklab(planes, planes[0].length);
      return planes;
    };
    const before = lab(input);
    const plain = lab(renderImage(chainOf("image.saturation", { saturation: 0 }), input));
    plain[0].forEach((L, i) => {
      expect(Math.abs(L - before[0][i])).toBeLessThan(1e-4);
      expect(Math.hypot(plain[1][i], plain[2][i])).toBeLessThan(1e-4);
    });
    const toned = lab(renderImage(chainOf("image.toner", { tone: "cyanotype", depth: 100 }), input));
    toned[0].forEach((L, i) => {
      const chroma = Math.hypot(toned[1][i], toned[2][i]);
      if (chroma > 0.02) expect((Math.atan2(toned[2][i], toned[1][i]) * 180) / Math.PI + 360).toBeCloseTo(250, 0);
      expect(Math.abs(L - before[0][i])).toBeLessThan(1e-3);
    });
  });

  it("a vignette leaves the middle, takes its stops from the corner, and is the same at any size", () => {
    const at = (width: number, height: number, fx: number, fy: number) => {
      const flat: ImageMaterial = { width, height, planes: [0, 1, 2].map(() => new Float32Array(width * height).fill(1)) };
      return renderImage(chainOf("image.vignette", { corner: -2, start: 0.3 }), flat).planes[0][Math.floor(fy * height) * width + Math.floor(fx * width)];
    };
    expect(at(301, 201, 0.5, 0.5)).toBe(1);
    expect(Math.log2(at(3000, 2000, 0, 0))).toBeCloseTo(-2, 2);
    expect(at(300, 200, 0.9, 0.8)).toBeCloseTo(at(2400, 1600, 0.9, 0.8), 1);
  });

  it("blends by strength in linear light", () => {
    expect(renderImage(chainOf("image.exposure", { exposure: 1 }), grey(0.2), 50).planes[0][0]).toBeCloseTo(0.3, 6);
  });

  it("visits every row once in strips", () => {
    const seen = new Uint8Array(777);
    forEachStrip(5000, 777, ({ top, rows }) => seen.subarray(top, top + rows).forEach((_, i) => seen[top + i]++));
    expect(seen.every((n) => n === 1)).toBe(true);
  });
});
