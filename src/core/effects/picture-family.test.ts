import { describe, expect, it } from "vitest";
import { reference } from "../../../scripts/reference";
import { hash, livelyValues, resourcesFor } from "../../../testing/effect-values";
import type { Chain, Json } from "../chain/model";
import { planImage } from "../chain/plan-image";
import {
  forEachStrip,
  runner,
  renderImage,
  runImage,
  type ImageMaterial,
  type ImageRunner,
} from "../chain/run-image";
import { defaultValues } from "../chain/values";
import { convertPlanes, runPointsPlain } from "../picture/point-program";
import { ciede2000 } from "../colour/ciede2000";
import { linearToLab } from "../colour/lab";
import { encodeSrgb } from "../colour/srgb";
import { momentOf } from "../time/moment";
import type { ImageEffect, VideoEffect } from "./define";
import { effectsFor } from "./registry";

const family = effectsFor("video") as readonly (ImageEffect | VideoEffect)[];
/** In the middle of a clip, for what moves. */
const moment = momentOf(7, 50, [25, 1]);
const picture = (width: number, height: number): ImageMaterial => ({
  width,
  height,
  planes: [0, 1, 2].map((c) =>
    Float32Array.from({ length: width * height }, (_, i) => ((i * (7 + c * 4)) % 101) / 90),
  ),
});
/** What the clip before shows meanwhile: even light of one colour, so that its size does not matter. */
const earlier = { width: 60, height: 40, planes: [0.4, 0.6, 0.2].map((v) => new Float32Array(2400).fill(v)) };
const chainOf = (effect: string, values: Record<string, Json>, mix = 100): Chain => ({
  medium: "video",
  settings: [{ effect, values, on: true, mix }],
});
/** Someone who runs lines in parts, in any order. */
const inParts = (size: number): ImageRunner => ({
  ...runner,
  *lines({ lines }, run) {
    const starts = Array.from({ length: Math.ceil(lines / size) }, (_, k) => k * size);
    for (const from of starts.reverse()) run(from, Math.min(lines, from + size));
  },
});

describe.each(family.map((e) => [e.id, e] as const))("%s", (id, effect) => {
  const values = livelyValues(effect);
  const files = { ...resourcesFor(effect), moment, earlier };

  it("does nothing at mix 0, at strength 0 and when it is off, and something else", () => {
    const input = picture(60, 40);
    const chain = chainOf(id, values);
    for (const [c, strength] of [
      [chainOf(id, values, 0), 100],
      [chain, 0],
      [{ ...chain, settings: [{ ...chain.settings[0], on: false }] }, 100],
    ] as const)
      expect(renderImage(c, input, strength, files).planes).toEqual(input.planes);
    expect(renderImage(chain, input, 100, files).planes).not.toEqual(input.planes);
    expect(renderImage(chain, input, 100, files).missing).toEqual([]);
  });

  it("is the same in lines cut anyhow, and does not change the picture it is given", () => {
    const input = picture(50, 47);
    const kept = input.planes.map((p) => p.slice());
    const whole = renderImage(chainOf(id, values, 70), input, 80, files);
    for (const size of [1, 5, 13]) {
      const made = runImage(
        planImage(chainOf(id, values, 70), 80, input, files),
        { ...input, planes: input.planes.map((p) => p.slice()) },
        inParts(size),
      );
      expect([made.width, made.height]).toEqual([whole.width, whole.height]);
      expect(made.planes).toEqual(whole.planes);
    }
    expect(input.planes).toEqual(kept);
  });

  it("is by kernels what it is without them, as far as single precision goes, in lines cut anyhow", () => {
    const input = picture(50, 47);
    for (const mix of [70, 100]) {
      const plan = planImage(chainOf(id, values, mix), 100, input, files);
      const copy = () => ({ ...input, planes: input.planes.map((p) => p.slice()) });
      const plain = {
        ...plan,
        stages: plan.stages.map((stage) => (stage.kind === "area" ? { ...stage, near: undefined } : stage)),
      };
      const wanted = runImage(plan, copy(), inParts(13));
      const made = runImage(plain, copy(), { ...inParts(5), points: runPointsPlain });
      made.planes.forEach((plane, c) => {
        const farthest = plane.reduce((most, v, i) => Math.max(most, Math.abs(v - wanted.planes[c][i])), 0);
        expect(farthest).toBeLessThan(2e-4);
      });
    }
  });

  it("survives the extremes of its parameters, black, and light far beyond white, at any size", () => {
    for (const [width, height] of [
      [1, 1],
      [4, 1],
      [3, 9],
    ])
      for (const end of ["min", "max"] as const) {
        const input: ImageMaterial = {
          width,
          height,
          planes: [0, 1, 2].map((c) =>
            Float32Array.from({ length: width * height }, (_, i) => [0, 1e-30, 50, 1, -0.2][(i + c) % 5]),
          ),
        };
        const extreme = Object.fromEntries(
          Object.entries(effect.parameters).map(([k, p]) => [
            k,
            p.kind === "number"
              ? p[end]
              : p.kind === "file"
                ? hash
                : (defaultValues(effect.parameters)[k] as Json),
          ]),
        );
        const { planes } = renderImage(chainOf(id, extreme), input, 100, files);
        expect(planes.every((p) => p.length > 0 && p.every(Number.isFinite))).toBe(true);
      }
  });

  it.runIf(!effect.fine && !effect.neutral)(
    "looks the same in a preview as in the full picture made smaller (CIEDE2000)",
    () => {
      const full = scene(480, 320);
      const small = smaller(full, 4);
      const [big, preview] = [
        smaller(renderImage(chainOf(id, values), full, 100, files), 4),
        renderImage(chainOf(id, values), small, 100, files),
      ];
      const differences = Array.from(big.planes[0], (_, i) =>
        ciede2000(labAt(big, i), labAt(preview, i)),
      ).sort((a, b) => a - b);
      expect(differences.reduce((a, b) => a + b, 0) / differences.length).toBeLessThan(1);
      expect(differences[Math.floor(0.95 * differences.length)]).toBeLessThan(2);
    },
  );
});

/** A smooth scene with edges, in linear light, that does not depend on its size. */
const scene = (width: number, height: number): ImageMaterial => ({
  width,
  height,
  planes: [0, 1, 2].map((c) =>
    Float32Array.from({ length: width * height }, (_, i) => {
      const [x, y] = [((i % width) + 0.5) / width, (Math.floor(i / width) + 0.5) / height];
      const disc = Math.hypot(x - 0.35, (y - 0.5) * 0.67) < 0.18 ? [0.5, 0.2, 0.1][c] : 0;
      return 0.05 + 0.4 * x * [0.6, 0.8, 1][c] + 0.3 * (1 - y) + disc;
    }),
  ),
});
/** Means of squares of so many pixels. */
function smaller({ width, height, planes }: ImageMaterial, by: number): ImageMaterial {
  const [w, h] = [Math.floor(width / by), Math.floor(height / by)];
  return {
    width: w,
    height: h,
    planes: planes.map((p) =>
      Float32Array.from({ length: w * h }, (_, i) => {
        let sum = 0;
        for (let y = 0; y < by; y++)
          for (let x = 0; x < by; x++) sum += p[(Math.floor(i / w) * by + y) * width + (i % w) * by + x];
        return sum / (by * by);
      }),
    ),
  };
}
const labAt = ({ planes: [r, g, b] }: ImageMaterial, i: number) =>
  linearToLab(...([r[i], g[i], b[i]].map((v) => Math.min(1, Math.max(0, v))) as [number, number, number]));

describe("what image effects promise", () => {
  const grey = (v: number): ImageMaterial => ({
    width: 1,
    height: 1,
    planes: [0, 1, 2].map(() => Float32Array.of(v)),
  });

  // Source: reference/exposure.json (definition; OpenColorIO 2.1.2 ExposureContrastTransform).
  it.each(
    reference<{ id: string; ev: number; linear_in: number; linear_out: number; code_out: number }>(
      "exposure",
    ).map((c) => [c.id, c] as const),
  )("exposure %s", (_, c) => {
    const [plane] = renderImage(chainOf("image.exposure", { exposure: c.ev }), grey(c.linear_in)).planes;
    // Thirds of a stop are stored to a thousandth, so the truth is moved by what that takes away.
    const truth = c.linear_out * 2 ** (Math.round(c.ev * 1000) / 1000 - c.ev);
    expect(Math.abs(plane[0] - truth)).toBeLessThanOrEqual(1e-6 * truth);
    expect(Math.abs(Math.min(1, encodeSrgb(plane[0])) * 255 - c.code_out)).toBeLessThan(0.5);
  });

  it("a straight tone curve changes nothing that an eye or a 16-bit file could hold", () => {
    const input = picture(30, 30);
    renderImage(chainOf("image.tone-curve", {}), input).planes.forEach((p, c) =>
      p.forEach((v, i) => expect(Math.abs(v - input.planes[c][i])).toBeLessThan(1e-5)),
    );
  });

  it("saturation 0 leaves grey of the same lightness, toner one hue", () => {
    const input = picture(40, 10);
    const lab = (m: ImageMaterial) => {
      const planes = m.planes.map((p) => p.slice());
      convertPlanes("linear", "oklab", planes);
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
      if (chroma > 0.02)
        expect((Math.atan2(toned[2][i], toned[1][i]) * 180) / Math.PI + 360).toBeCloseTo(250, 0);
      expect(Math.abs(L - before[0][i])).toBeLessThan(1e-3);
    });
  });

  it("a vignette leaves the middle, takes its stops from the corner, and is the same at any size", () => {
    const at = (width: number, height: number, fx: number, fy: number) => {
      const flat: ImageMaterial = {
        width,
        height,
        planes: [0, 1, 2].map(() => new Float32Array(width * height).fill(1)),
      };
      return renderImage(chainOf("image.vignette", { corner: -2, start: 0.3 }), flat).planes[0][
        Math.floor(fy * height) * width + Math.floor(fx * width)
      ];
    };
    expect(at(301, 201, 0.5, 0.5)).toBe(1);
    expect(Math.log2(at(3000, 2000, 0, 0))).toBeCloseTo(-2, 2);
    expect(at(300, 200, 0.9, 0.8)).toBeCloseTo(at(2400, 1600, 0.9, 0.8), 1);
  });

  it("blends by strength in linear light", () => {
    expect(renderImage(chainOf("image.exposure", { exposure: 1 }), grey(0.2), 50).planes[0][0]).toBeCloseTo(
      0.3,
      6,
    );
  });

  it("visits every row once in strips", () => {
    const seen = new Uint8Array(777);
    forEachStrip(5000, 777, ({ top, rows }) =>
      seen.subarray(top, top + rows).forEach((_, i) => seen[top + i]++),
    );
    expect(seen.every((n) => n === 1)).toBe(true);
  });
});
