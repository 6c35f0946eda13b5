import { spawnSync } from "node:child_process";
import { describe, expect, it } from "vitest";
import sharp from "sharp";
import { reference } from "../../../scripts/reference";
import { noise, one } from "../../../testing/signals";
import { renderImage, type ImageMaterial } from "../chain/run-image";
import type { AreaPass } from "./work";
import { adaptation, lightOf } from "../colour/white-point";
import { transform } from "../colour/matrix";
import { gaussianKernel, gaussianPasses } from "./gaussian";
import { lanczos3, scaleWeights } from "./lanczos";
import { resampled } from "./sampler";

const plane = (width: number, height: number, f: (x: number, y: number) => number) =>
  Float32Array.from({ length: width * height }, (_, i) => f(i % width, Math.floor(i / width)));
const grey = (width: number, height: number, f: (x: number, y: number) => number): ImageMaterial => ({
  width,
  height,
  planes: [0, 1, 2].map(() => plane(width, height, f)),
});
function blurred(source: Float32Array, width: number, height: number, sigma: number): Float32Array {
  const scratch = [source, new Float32Array(source.length), new Float32Array(source.length)];
  for (const pass of gaussianPasses(
    { width, height },
    sigma,
    (_, s) => s[0],
    (_, s) => s[1],
    (_, s) => s[2],
  ) as AreaPass[])
    pass.run([], scratch, 0, pass.lines);
  return scratch[2];
}

describe("Gaussian blur", () => {
  // Source: reference/gaussian_kernel.json (scipy's gaussian_filter1d).
  it.each(
    reference<{ id: string; sigma: number; kernel_right_half: number[] }>("gaussian_kernel").map(
      (c) => [c.id, c] as const,
    ),
  )("kernel %s", (_, c) => {
    const kernel = gaussianKernel(c.sigma);
    c.kernel_right_half
      .slice(0, kernel.length)
      .forEach((w, i) => expect(Math.abs(kernel[i] - w)).toBeLessThan(1e-4));
  });
  // Source: reference/gaussian_edge.json (scipy; the closed form with erf).
  it.each(
    reference<{ id: string; sigma: number; scipy_row: number[] }>("gaussian_edge").map(
      (c) => [c.id, c] as const,
    ),
  )("edge %s", (_, c) => {
    const made = blurred(
      plane(65, 9, (x) => (x >= 32 ? 255 : 0)),
      65,
      9,
      c.sigma,
    ).subarray(4 * 65, 5 * 65);
    for (let x = 20; x <= 44; x++) expect(Math.abs(made[x] - c.scipy_row[x])).toBeLessThan(0.5);
  });
  // Source: reference/blur_sharpen_image.json (scipy's gaussian_filter, edges clamped).
  it.each(
    reference<{ id: string; op: string; sigma: number; edge: string; out: number[][] }>("blur_sharpen_image")
      .filter((c) => c.op === "gaussian" && c.edge === "nearest")
      .map((c) => [c.id, c] as const),
  )("image %s", (_, c) => {
    let state = 2024;
    const image = Float32Array.from(
      { length: 144 },
      () => (state = (Math.imul(1664525, state) + 1013904223) >>> 0) / 2 ** 32,
    );
    const made = blurred(image, 12, 12, c.sigma);
    c.out.flat().forEach((v, i) => expect(Math.abs(made[i] - v)).toBeLessThan(1e-3));
  });
  it.each([8.5, 20, 60])(
    "beyond the kernel's reach the recursive filter is the Gaussian of its definition, σ = %d",
    (sigma) => {
      const size = 401;
      const made = blurred(
        plane(size, 3, (x) => (x >= 200 ? 1 : 0)),
        size,
        3,
        sigma,
      ).subarray(size, 2 * size);
      let sum = 0;
      for (let x = 0; x < size; x++) {
        // The step's blur is the distribution function of the normal law, summed here pixel by pixel.
        sum = 0;
        for (let k = -400; k <= 400; k++)
          if (x + k >= 200)
            sum += Math.exp(-(k * k) / (2 * sigma * sigma)) / (sigma * Math.sqrt(2 * Math.PI));
        expect(Math.abs(made[x] - sum)).toBeLessThan(1e-3);
      }
    },
  );
  it("is as sharp's, to a code and its rounding, on noise", async () => {
    const [width, height] = [64, 48];
    const codes = Uint8Array.from(noise(width * height, 5), (v) => 128 + 100 * v);
    const theirs = await sharp(codes, { raw: { width, height, channels: 1 } })
      .blur({ sigma: 3, precision: "float", minAmplitude: 0.005 })
      .extractChannel(0)
      .raw()
      .toBuffer();
    blurred(Float32Array.from(codes), width, height, 3).forEach((v, i) =>
      expect(Math.abs(v - theirs[i])).toBeLessThan(1.6),
    );
  });
});

describe("scaling", () => {
  it("has Lanczos' weights by their definition", () => {
    expect(
      [lanczos3(0), lanczos3(1), lanczos3(2), lanczos3(3)].map((v) => Math.abs(v) < 1e-12 || v === 1),
    ).toEqual([true, true, true, true]);
    expect(lanczos3(0.5)).toBeCloseTo(
      (Math.sin(Math.PI / 2) / (Math.PI / 2)) * (Math.sin(Math.PI / 6) / (Math.PI / 6)),
      12,
    );
    scaleWeights(100, 37).weights.forEach((w) => expect(w.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12));
  });
  it("from any places is the sum of Lanczos' weights over six by six pixels, by its definition", () => {
    const [width, height] = [23, 17];
    const planes = [1, 2, 3].map((seed) => noise(width * height, seed));
    const frame = { width: 11, height: 9 };
    for (const footprint of [1, 1.7]) {
      const turned = (x: number, y: number) => [1.3 * x + 0.7 * y - 2.2, 1.9 * y - 0.6 * x + 3.1] as const;
      const work = resampled({ width, height }, frame, (x, y, into) => into.set(turned(x, y)), footprint);
      const out = [0, 1, 2].map(() => new Float32Array(frame.width * frame.height));
      if (work.kind !== "geometry") throw new Error("a picture is laid anew by it");
      work.run(planes, out, 0, frame.height);
      for (let y = 0; y < frame.height; y++)
        for (let x = 0; x < frame.width; x++) {
          const [px, py] = turned(x + 0.5, y + 0.5);
          const isInside = px >= 0 && py >= 0 && px <= width && py <= height;
          // All pixels that the window reaches, those beyond the edges being as the edge is.
          let [sum, weights] = [0, 0];
          for (let j = -20; j < height + 20; j++)
            for (let i = -20; i < width + 20; i++) {
              const w = lanczos3((i + 0.5 - px) / footprint) * lanczos3((j + 0.5 - py) / footprint);
              const at = Math.min(height - 1, Math.max(0, j)) * width + Math.min(width - 1, Math.max(0, i));
              [sum, weights] = [sum + w * planes[1][at], weights + w];
            }
          const is = out[1][y * frame.width + x];
          if (isInside) expect(is).toBeCloseTo(sum / weights, 4);
          else expect(is).toBe(0);
        }
    }
  });
  it.each([37.5, 62.5])("makes a picture smaller as sharp's Lanczos-3 does (%d %%)", async (size) => {
    const [width, height] = [96, 64];
    const codes = Uint8Array.from(
      { length: width * height },
      (_, i) => 128 + 100 * Math.sin((i % width) * 0.3) * Math.cos(Math.floor(i / width) * 0.21),
    );
    const [w, h] = [(width * size) / 100, (height * size) / 100];
    const theirs = await sharp(codes, { raw: { width, height, channels: 1 } })
      .resize(w, h, { kernel: "lanczos3", fit: "fill" })
      .extractChannel(0)
      .raw()
      .toBuffer();
    const made = renderImage(one("image.scale", { size }), {
      width,
      height,
      planes: [0, 1, 2].map(() => Float32Array.from(codes)),
    });
    expect([made.width, made.height]).toEqual([w, h]);
    // Away from the edges, which sharp treats otherwise; one code for its rounding and fixed-point weights, one more for its shrink.
    let worst = 0;
    for (let y = 4; y < h - 4; y++)
      for (let x = 4; x < w - 4; x++)
        worst = Math.max(worst, Math.abs(made.planes[0][y * w + x] - theirs[y * w + x]));
    expect(worst).toBeLessThan(2.5);
  });
});

describe("geometry", () => {
  const picture = grey(6, 4, (x, y) => x + 10 * y);
  const rows = ({ width, height, planes }: ImageMaterial) =>
    Array.from({ length: height }, (_, y) => [...planes[0].subarray(y * width, (y + 1) * width)]);
  it("crops, flips and turns pixel by pixel", () => {
    expect(
      rows(renderImage(one("image.crop", { left: 33.3, right: 16.7, top: 25, bottom: 0 }), picture)),
    ).toEqual([
      [12, 13, 14],
      [22, 23, 24],
      [32, 33, 34],
    ]);
    expect(rows(renderImage(one("image.flip"), picture))[0]).toEqual([5, 4, 3, 2, 1, 0]);
    expect(rows(renderImage(one("image.rotate", { turn: "90" }), picture))[0]).toEqual([30, 20, 10, 0]);
    const four = ["90", "90", "180"].reduce(
      (p, turn) => renderImage(one("image.rotate", { turn }), p),
      picture,
    );
    expect(rows(four)).toEqual(rows(picture));
  });
  it("is taken back in part by mix and strength: less of a crop, not two pictures at once", () => {
    const half = renderImage(
      one("image.crop", { left: 50 }, 50),
      grey(100, 10, (x) => x),
    );
    expect([half.width, half.planes[0][0]]).toEqual([75, 25]);
    expect(
      renderImage(
        one("image.crop", { left: 50 }),
        grey(100, 10, (x) => x),
        50,
      ).width,
    ).toBe(75);
  });
  it("straightens: a line of that tilt becomes level, and no corner is empty", () => {
    const tilt = Math.tan((8 * Math.PI) / 180);
    const tilted = grey(200, 150, (x, y) => (y - 75 > (x - 100) * tilt ? 1 : 0.2));
    const level = renderImage(one("image.straighten", { angle: -8 }), tilted);
    const edge = (x: number) =>
      Array.from({ length: 150 }, (_, y) => level.planes[0][y * 200 + x]).findIndex((v) => v > 0.6);
    expect(Math.abs(edge(20) - edge(180))).toBeLessThanOrEqual(1);
    expect(level.planes[0].every((v) => v > 0.05)).toBe(true);
  });
  it("perspective widens the top and keeps every corner full", () => {
    // Two lines that converge upwards by a tenth of the width become parallel.
    const made = renderImage(
      one("image.perspective", { vertical: 40 }),
      grey(201, 101, (x, y) => (Math.abs(x - 100) < 30 + 0.2 * y ? 1 : 0.2)),
    );
    const widthAt = (y: number) =>
      made.planes[0].subarray(y * 201, (y + 1) * 201).filter((v) => v > 0.6).length;
    const before = (y: number) => 2 * (30 + 0.2 * y);
    expect(widthAt(10) / widthAt(90)).toBeGreaterThan(before(10) / before(90) + 0.1);
    expect(made.planes[0].every((v) => v > 0.05)).toBe(true);
  });
  it("is the same move for the untouched share of a strength below 100 %", () => {
    const chain = {
      medium: "image" as const,
      settings: [...one("image.flip").settings, ...one("image.exposure", { exposure: 1 }).settings],
    };
    expect(rows(renderImage(chain, picture, 50))[0]).toEqual([5, 4, 3, 2, 1, 0].map((v) => v * 1.5));
  });
});

describe("white balance", () => {
  const names = { CAT16: "cat16", Bradford: "bradford" } as const;
  // Source: reference/chromatic_adaptation.json (colorjs.io).
  it.each(
    reference<{
      id: string;
      fromXYZ: number[];
      toXYZ: number[];
      xyz: number[];
      CAT16: number[];
      Bradford: number[];
    }>("chromatic_adaptation").map((c) => [c.id, c] as const),
  )("adapts %s", (_, c) => {
    for (const name of ["CAT16", "Bradford"] as const)
      transform(adaptation(names[name], c.fromXYZ, c.toXYZ), c.xyz).forEach((v, i) =>
        expect(Math.abs(v - c[name][i])).toBeLessThan(1e-4),
      );
  });
  // Source: reference/cct_xy.json (Planck's law through the CIE 1931 observer; CIE daylight locus).
  it.each(
    reference<{ id: string; kelvin: number; planck_xy?: number[]; daylight_xy?: number[] }>("cct_xy").map(
      (c) => [c.id, c] as const,
    ),
  )("knows the light of %s", (_, c) => {
    const wanted = c.kelvin <= 4000 ? c.planck_xy : c.kelvin >= 4500 ? c.daylight_xy : undefined;
    if (wanted) lightOf(c.kelvin, 0).forEach((v, i) => expect(Math.abs(v - wanted[i])).toBeLessThan(1e-3));
  });
  it("a tint lies off the curve of black bodies by that many thousandths of CIE 1960 u, v, at a right angle", () => {
    // u = 4x / (−2x + 12y + 3), v = 6y / (−2x + 12y + 3): CIE 15:2004.
    const uv = (kelvin: number, tint: number) => {
      const [x, y] = lightOf(kelvin, tint);
      const d = -2 * x + 12 * y + 3;
      return [(4 * x) / d, (6 * y) / d];
    };
    for (const kelvin of [2500, 5000, 9000])
      for (const tint of [30, -12]) {
        const [[u, v], [u1, v1], [un, vn]] = [uv(kelvin, 0), uv(kelvin, tint), uv(kelvin * 1.001, 0)];
        expect(Math.hypot(u1 - u, v1 - v)).toBeCloseTo(Math.abs(tint) / 1000, 7);
        const along = ((u1 - u) * (un - u) + (v1 - v) * (vn - v)) / Math.hypot(un - u, vn - v);
        expect(Math.abs(along)).toBeLessThan(1e-7);
      }
  });
  it("leaves grey alone at its default, warms with a cooler light, and takes magenta away with a positive tint", () => {
    const pixel = (values: object) =>
      renderImage(
        one("image.white-balance", values as never),
        grey(1, 1, () => 0.5),
      ).planes.map((p) => p[0]);
    pixel({}).forEach((v) => expect(v).toBeCloseTo(0.5, 5));
    const [r, , b] = pixel({ temperature: 9000 });
    expect(r).toBeGreaterThan(b);
    const [mr, mg, mb] = pixel({ tint: 20 });
    expect(mg).toBeGreaterThan((mr + mb) / 2);
  });
});

describe("haze removal and noise reduction", () => {
  it("darkens what haze had lifted, and leaves the sky", () => {
    // J = 0.1 in front, haze of light 0.8 that thickens upwards: I = J·t + A·(1 − t).
    // Blue is dark, as one channel is nearly everywhere: that is what the method rests on.
    const hazy: ImageMaterial = {
      width: 120,
      height: 90,
      planes: [0.1, 0.1, 0].map((j) =>
        plane(120, 90, (_, y) => {
          const t = 0.3 + (0.7 * y) / 90;
          return j * t + 0.8 * (1 - t);
        }),
      ),
    };
    const [clear] = renderImage(one("image.haze-removal", { amount: 95, radius: 1 }), hazy).planes;
    expect(clear[45 * 120 + 60]).toBeLessThan(hazy.planes[0][45 * 120 + 60] - 0.1);
    expect(Math.abs(clear[88 * 120 + 60] - 0.1)).toBeLessThan(0.05);
  });
  it("smooths noise and keeps an edge (Tomasi & Manduchi 1998)", () => {
    const [w, h] = [400, 240];
    const n = noise(w * h, 8, 0.01);
    const noisy: ImageMaterial = {
      width: w,
      height: h,
      planes: [0, 1, 2].map(() => plane(w, h, (x, y) => (x < 200 ? 0.2 : 0.6) + n[y * w + x])),
    };
    const [made] = renderImage(
      one("image.noise-reduction", { lightness: 4, colour: 4, radius: 0.5 }),
      noisy,
    ).planes;
    const spread = (p: Float32Array) =>
      Math.sqrt(p.subarray(120 * w + 20, 120 * w + 180).reduce((s, v) => s + (v - 0.2) ** 2, 0) / 160);
    expect(spread(made)).toBeLessThan(0.4 * spread(noisy.planes[0]));
    expect(made[120 * w + 201] - made[120 * w + 198]).toBeGreaterThan(0.35);
  });
});

describe("contrast", () => {
  // Source: reference/contrast_pivot.json (definition; OpenColorIO's ExposureContrastTransform).
  it.each(
    reference<{ id: string; contrast: number; pivot: number; in: number; out: number }>("contrast_pivot").map(
      (c) => [c.id, c] as const,
    ),
  )("%s", (_, c) => {
    const [made] = renderImage(
      one("image.contrast", { contrast: c.contrast * 100, pivot: c.pivot }),
      grey(1, 1, () => c.in),
    ).planes;
    expect(Math.abs(made[0] - c.out)).toBeLessThan(1e-5 * Math.max(1, c.out));
  });
});

it("the blends of a texture are those of ffmpeg's blend filter, to a code (W3C Compositing and Blending)", () => {
  const [p, t] = [
    Uint8Array.from({ length: 256 }, (_, i) => i),
    Uint8Array.from({ length: 256 }, (_, i) => (i * 37) % 256),
  ];
  const rgb = (v: Uint8Array) => Buffer.from([...v].flatMap((c) => [c, c, c]));
  const run = spawnSync(
    "ffmpeg",
    [
      "-v",
      "error",
      "-f",
      "rawvideo",
      "-pix_fmt",
      "gbrp",
      "-s",
      "16x16",
      "-i",
      "-",
      "-filter_complex",
      "[0]split[a][b];[b]lutrgb=r='mod(val*37,256)':g='mod(val*37,256)':b='mod(val*37,256)'[c];[a][c]blend=all_mode=screen",
      "-f",
      "rawvideo",
      "-pix_fmt",
      "gbrp",
      "-",
    ],
    { input: Buffer.concat([p, p, p].map((v) => Buffer.from(v))) },
  );
  expect(run.stderr.toString()).toBe("");
  expect(rgb(p).length).toBe(768);
  const files = {
    files: () =>
      ({
        kind: "texture",
        width: 16,
        height: 16,
        planes: [0, 1, 2].map(() => Float32Array.from(t, (c) => decode(c))),
      }) as const,
  };
  const [made] = renderImage(
    one("image.texture", { picture: "a".repeat(64), mode: "screen", amount: 100 }),
    { width: 16, height: 16, planes: [0, 1, 2].map(() => Float32Array.from(p, (c) => decode(c))) },
    100,
    files,
  ).planes;
  made.forEach((v, i) => expect(Math.abs(encode(v) - run.stdout[i])).toBeLessThan(1.01));
});
const decode = (code: number) =>
  code / 255 <= 0.04045 ? code / 255 / 12.92 : ((code / 255 + 0.055) / 1.055) ** 2.4;
const encode = (v: number) => 255 * (v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055);
