import { describe, expect, it } from "vitest";
import { KernelInstance } from "../kernels/instance";
import { halfRgbaOfFrame, rgbaOfFrame, type CodedPlane } from "./ycbcr";

const [width, height] = [8, 6];
/** A frame of 4:2:0 in one memory, its rows wider than they need be. */
function frameOf(
  y: (x: number, row: number) => number,
  cb: (k: number, row: number) => number,
  cr: typeof cb,
) {
  const strides = [width + 5, width / 2 + 3, width / 2 + 3];
  const sizes = [strides[0] * height, (strides[1] * height) / 2, (strides[2] * height) / 2];
  const codes = new Uint8Array(sizes[0] + sizes[1] + sizes[2]).fill(99);
  const planes = strides.map((stride, n): CodedPlane => ({
    offset: sizes.slice(0, n).reduce((a, b) => a + b, 0),
    stride,
  })) as [CodedPlane, CodedPlane, CodedPlane];
  [y, cb, cr].forEach((value, n) => {
    const [columns, rows] = n === 0 ? [width, height] : [width / 2, height / 2];
    for (let row = 0; row < rows; row++)
      for (let x = 0; x < columns; x++) codes[planes[n].offset + row * planes[n].stride + x] = value(x, row);
  });
  return [codes, planes, width, height] as const;
}
const flat = (value: number) => () => value;
const pixel = (out: Uint8ClampedArray, columns: number, x: number, y: number) => [
  ...out.slice((y * columns + x) * 4, (y * columns + x) * 4 + 4),
];

describe("codes of BT.709", () => {
  // Source: 100 % colour bars of BT.709 in 8 bits of limited range, EBU Tech 3325 and ITU-R BT.709-6 items 3.2 to 3.4 (from memory).
  it.each([
    ["white", [235, 128, 128], [255, 255, 255]],
    ["yellow", [219, 16, 138], [255, 255, 0]],
    ["cyan", [188, 154, 16], [0, 255, 255]],
    ["green", [173, 42, 26], [0, 255, 0]],
    ["magenta", [78, 214, 230], [255, 0, 255]],
    ["red", [63, 102, 240], [255, 0, 0]],
    ["blue", [32, 240, 118], [0, 0, 255]],
    ["black", [16, 128, 128], [0, 0, 0]],
    ["below black", [3, 128, 128], [0, 0, 0]],
    ["above white", [250, 128, 128], [255, 255, 255]],
  ])("%s", (_, [y, cb, cr], rgb) => {
    const frame = frameOf(flat(y), flat(cb), flat(cr));
    for (const [out, columns] of [
      [rgbaOfFrame(...frame), width],
      [halfRgbaOfFrame(...frame), width / 2],
    ] as const)
      pixel(out, columns, 2, 1).forEach((code, c) => {
        // Colours of bars are rounded to whole codes.
        expect(Math.abs(code - [...rgb, 255][c])).toBeLessThanOrEqual(2);
      });
  });

  it("keep the light of every pixel, and interpolate colours from their left between rows", () => {
    const out = rgbaOfFrame(...frameOf((x, row) => 16 + x * 20 + row * 4, flat(128), flat(128)));
    for (const [x, row] of [
      [0, 0],
      [7, 5],
      [3, 2],
    ])
      expect(pixel(out, width, x, row)[1]).toBe(Math.round(((x * 20 + row * 4) * 255) / 219));
    // Red differences of 100 and 180 from column to column: a pixel on a colour has it, the next one the mean of both.
    const columns = rgbaOfFrame(...frameOf(flat(126), flat(128), (k) => (k % 2 === 0 ? 120 : 140)));
    const red = (cr: number) => ((126 - 16) * 255) / 219 + (((cr - 128) * 255) / 224) * 1.5748;
    expect(pixel(columns, width, 0, 0)[0]).toBe(Math.round(red(120)));
    expect(pixel(columns, width, 1, 0)[0]).toBe(Math.round(red(130)));
    expect(pixel(columns, width, 2, 0)[0]).toBe(Math.round(red(140)));
    // From row to row a quarter of the way from the nearer one.
    const rows = rgbaOfFrame(...frameOf(flat(126), flat(128), (_, row) => 120 + 16 * row));
    expect([0, 1, 2, 3].map((y) => pixel(rows, width, 0, y)[0])).toEqual(
      [120, 124, 132, 140].map((cr) => Math.round(red(cr))),
    );
  });

  it("at half the size are the means of four, with the colour that they share", () => {
    const out = halfRgbaOfFrame(
      ...frameOf((x, row) => 60 + (x % 2) * 40 + (row % 2) * 20, flat(128), flat(128)),
    );
    expect(out).toHaveLength((width / 2) * (height / 2) * 4);
    expect(pixel(out, width / 2, 1, 2)).toEqual([
      ...Array<number>(3).fill(Math.round(((90 - 16) * 255) / 219)),
      255,
    ]);
  });
});

describe("in whole numbers", () => {
  /** ITU-R BT.709-6, items 3.2 to 3.4, the codes of a level turned round (item 3.6). */
  const byFormula = (y: number, cb: number, cr: number) => {
    const [ey, eb, er] = [(y - 16) / 219, (cb - 128) / 224, (cr - 128) / 224];
    const red = ey + 1.5748 * er;
    const blue = ey + 1.8556 * eb;
    const green = (ey - 0.2126 * red - 0.0722 * blue) / 0.7152;
    return [red, green, blue].map((e) => Math.min(255, Math.max(0, 255 * e)));
  };

  it("no code is farther from the formula than rounding makes it", () => {
    let worst = 0;
    for (let y = 0; y < 256; y += 5)
      for (let cb = 0; cb < 256; cb += 15)
        for (let cr = 0; cr < 256; cr += 15) {
          const made = pixel(rgbaOfFrame(...frameOf(flat(y), flat(cb), flat(cr))), width, 5, 3);
          byFormula(y, cb, cr).forEach((code, c) => (worst = Math.max(worst, Math.abs(made[c] - code))));
        }
    expect(worst).toBeGreaterThan(0.4);
    expect(worst).toBeLessThan(0.53);
  });

  it.each([
    [2, 2],
    [22, 6],
    [64, 10],
    [198, 4],
    [1282, 6],
  ])("kernels make of %i × %i pixels what their twin makes, to the bit", (columns, rows) => {
    const strides = [columns + 7, columns / 2 + 1, columns / 2 + 2];
    const sizes = [strides[0] * rows, (strides[1] * rows) / 2, (strides[2] * rows) / 2];
    let seed = columns;
    const codes = Uint8Array.from({ length: sizes[0] + sizes[1] + sizes[2] }, () => {
      seed = (Math.imul(seed, 1_664_525) + 1_013_904_223) >>> 0;
      return seed >>> 24;
    });
    const planes = strides.map((stride, n) => ({
      offset: sizes.slice(0, n).reduce((a, b) => a + b, 0),
      stride,
    })) as [CodedPlane, CodedPlane, CodedPlane];
    for (const make of [rgbaOfFrame, halfRgbaOfFrame]) {
      const made = make(codes, planes, columns, rows, KernelInstance.make());
      expect(made.every((code, i) => (i % 4 === 3 ? code === 255 : true))).toBe(true);
      expect(made).toEqual(make(codes, planes, columns, rows, null));
    }
  });
});
