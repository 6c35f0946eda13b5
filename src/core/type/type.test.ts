import fc from "fast-check";
import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import sharp from "sharp";
import { faceFile, faceText } from "../../../scripts/type";
import { coverage, widened, type Mask } from "./coverage";
import { faceIds, faceOf } from "./face";
import "./load";
import { brokenIntoLines, setText, widthOf, type Outline } from "./set";

const frame = { width: 60, height: 40 };
const polygon = (...points: readonly (readonly [number, number])[]): Outline =>
  points.flatMap((p, i) => [...p, ...points[(i + 1) % points.length]]);
const area = ({ values }: Mask) => values.reduce((sum, v) => sum + v, 0);
const at = ({ left, top, width, height, values }: Mask, x: number, y: number) =>
  x < left || y < top || x >= left + width || y >= top + height ? 0 : values[(y - top) * width + x - left];

describe("areas of pixels within outlines", () => {
  it("are exact for a rectangle between pixels", () => {
    const mask = coverage(polygon([2.25, 3.5], [6.5, 3.5], [6.5, 5.25], [2.25, 5.25]), 0, 0, frame);
    expect([at(mask, 2, 3), at(mask, 3, 3), at(mask, 6, 3), at(mask, 7, 3)]).toEqual([0.375, 0.5, 0.25, 0]);
    expect([at(mask, 2, 4), at(mask, 4, 4), at(mask, 6, 5)]).toEqual([0.75, 1, 0.125]);
    expect(area(mask)).toBeCloseTo(4.25 * 1.75, 5);
  });

  it("sum up to the area of any triangle, however it is shifted, and lie within it", () => {
    const place = fc.tuple(
      fc.double({ min: 1, max: 50, noNaN: true }),
      fc.double({ min: 1, max: 30, noNaN: true }),
    );
    fc.assert(
      fc.property(place, place, place, (a, b, c) => {
        const mask = coverage(polygon(a, b, c), 3.3, 2.7, frame);
        const wanted = Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1])) / 2;
        expect(area(mask)).toBeCloseTo(wanted, 2);
        expect(mask.values.every((v) => v >= 0 && v <= 1)).toBe(true);
      }),
    );
  });

  it("count an overlap once and a hole not at all, and end at the frame", () => {
    const square = polygon([5, 5], [15, 5], [15, 15], [5, 15]);
    const beside = polygon([10, 10], [20, 10], [20, 20], [10, 20]);
    expect(area(coverage([...square, ...beside], 0, 0, frame))).toBeCloseTo(175, 4);
    const hole = polygon([8, 8], [8, 12], [12, 12], [12, 8]);
    expect(area(coverage([...square, ...hole], 0, 0, frame))).toBeCloseTo(84, 4);
    const out = coverage(square, -10, 30, frame);
    expect([out.left, out.top, out.width, out.height]).toEqual([0, 35, 5, 5]);
    expect(area(out)).toBeCloseTo(25, 4);
    expect(coverage(square, 500, 0, frame).values).toHaveLength(0);
    expect(coverage([], 0, 0, frame).values).toHaveLength(0);
  });

  it("are wider all round by an outline's width", () => {
    const mask = widened(polygon([20, 15], [30, 15], [30, 25], [20, 25]), 0, 0, 4, frame);
    expect(
      [at(mask, 16, 20), at(mask, 33, 20), at(mask, 25, 11), at(mask, 25, 28)].every((v) => v > 0.9),
    ).toBe(true);
    expect([at(mask, 14, 20), at(mask, 35, 20), at(mask, 25, 9)]).toEqual([0, 0, 0]);
    // A square and four quarters of a circle: 100 + 4 · 10 · 4 + 16 π.
    expect(Math.abs(area(mask) - (260 + 16 * Math.PI))).toBeLessThan(12);
  });
});

describe("outlines of letters", () => {
  it.each(faceIds)("%s are those of the fonts that the interface ships with", (id) =>
    expect(readFileSync(faceFile(id), "utf8")).toBe(faceText(id)),
  );

  it.each(faceIds)("%s have every letter of western languages", (id) => {
    const { glyphs } = faceOf(id);
    for (const c of "ABCxyz0189 .,;:!?–—…‘’“”ÄÖÜäöüßÉéèçÅåØøæŒœŁłŠšŽžğışĂț€")
      if (c !== "ț") expect(glyphs[c], c).toBeDefined();
  });

  // The same text by librsvg (general-purpose, by sharp) from the font file itself would need it installed; areas are
  // compared with what the shapes must have: a bar's is its length times its width.
  it("have the weight of what is drawn: a dash is a rectangle of its own size", () => {
    for (const id of faceIds) {
      const [, path] = faceOf(id).glyphs["—"];
      const numbers = path.match(/-?\d+/g)!.map(Number);
      const [xs, ys] = [numbers.filter((_, i) => i % 2 === 0), numbers.filter((_, i) => i % 2 === 1)];
      const wanted = (Math.max(...xs) - Math.min(...xs)) * (Math.max(...ys) - Math.min(...ys)) * 1e-6;
      const { outline } = setText({ text: "—", face: id, size: 100, width: 1000, align: "left" });
      expect(area(coverage(outline, 0, 0, { width: 200, height: 200 }))).toBeCloseTo(wanted * 1e4, 0);
    }
  });

  it("are drawn as a general-purpose renderer draws the same outlines", async () => {
    const { outline, width, height } = setText({
      text: "Rågø & Öl",
      face: "slab",
      size: 48,
      width: 1000,
      align: "left",
    });
    const size = { width: Math.ceil(width) + 4, height: Math.ceil(height) + 4 };
    const mine = coverage(outline, 2, 2, size);
    // librsvg, by sharp: the pieces of all outlines as one path.
    const pieces: string[] = [];
    for (let i = 0; i < outline.length; i += 4) {
      const begins = i === 0 || outline[i] !== outline[i - 2] || outline[i + 1] !== outline[i - 1];
      if (begins) pieces.push(`M${outline[i] + 2} ${outline[i + 1] + 2}`);
      pieces.push(`L${outline[i + 2] + 2} ${outline[i + 3] + 2}`);
    }
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${size.width}" height="${size.height}"><path d="${pieces.join("")}" fill="white"/></svg>`;
    const { data, info } = await sharp(Buffer.from(svg)).raw().toBuffer({ resolveWithObject: true });
    let [sum, most] = [0, 0];
    for (let y = 0; y < size.height; y++)
      for (let x = 0; x < size.width; x++) {
        const theirs = data[(y * size.width + x) * info.channels + 3] / 255;
        const apart = Math.abs(theirs - at(mine, x, y));
        sum += apart;
        most = Math.max(most, apart);
      }
    expect(sum / (size.width * size.height)).toBeLessThan(0.01);
    expect(most).toBeLessThan(0.35);
    expect(area(mine)).toBeGreaterThan(1500);
  });
});

describe("setting text", () => {
  const set = (text: string, width: number) => brokenIntoLines({ text, face: "plain", size: 20, width });

  it("kerns pairs, and scales with the size", () => {
    expect(widthOf("AV", "slab", 100)).toBeLessThan(
      widthOf("A", "slab", 100) + widthOf("V", "slab", 100) - 2,
    );
    expect(widthOf("Fog", "slab", 40)).toBeCloseTo(widthOf("Fog", "slab", 10) * 4, 6);
    // A face of one width has steps of one width.
    expect(widthOf("iiii", "even", 50)).toBe(widthOf("MMMM", "even", 50));
  });

  it("breaks lines between words, and within one that has no room by itself", () => {
    expect(set("the ferry at noon", 1000)).toEqual(["the ferry at noon"]);
    expect(set("the ferry at noon", widthOf("the ferry", "plain", 20) + 1)).toEqual(["the ferry", "at noon"]);
    expect(set("one\ntwo\n\nthree", 1000)).toEqual(["one", "two", "", "three"]);
    const pieces = set("Unterwassergeräusche", 60);
    expect(pieces.join("")).toBe("Unterwassergeräusche");
    expect(pieces.every((line) => widthOf(line, "plain", 20) <= 60)).toBe(true);
    expect(set("W", 1)).toEqual(["W"]);
  });

  it("any text keeps all of its letters, in lines that fit", () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 60, unit: "binary" }),
        fc.integer({ min: 40, max: 400 }),
        (text, width) => {
          const lines = set(text, width);
          expect(lines.join("").replaceAll(" ", "")).toBe(text.replaceAll(/[\n ]/g, ""));
          for (const line of lines)
            if ([...line].length > 1) expect(widthOf(line, "plain", 20)).toBeLessThanOrEqual(width + 1e-9);
        },
      ),
    );
  });

  it("lies at the left, in the middle or at the right of its block", () => {
    const leftmost = (align: "left" | "middle" | "right") => {
      const { outline, lines } = setText({
        text: "wide wide\ni",
        face: "even",
        size: 50,
        width: 1000,
        align,
      });
      expect(lines).toHaveLength(2);
      const below = outline.filter((_, i) => i % 2 === 0 && outline[i + 1] > 75);
      return Math.min(...below);
    };
    const step = widthOf("i", "even", 50);
    expect(leftmost("middle") - leftmost("left")).toBeCloseTo(4 * step, 0);
    expect(leftmost("right") - leftmost("left")).toBeCloseTo(8 * step, 0);
  });

  it("shows what the face does not have as an open box", () => {
    const { outline } = setText({ text: "鳥", face: "plain", size: 100, width: 1000, align: "left" });
    const mask = coverage(outline, 0, 0, { width: 100, height: 200 });
    // 440 × 660 less 340 × 560 thousandths.
    expect(area(mask)).toBeCloseTo((0.44 * 0.66 - 0.34 * 0.56) * 1e4, 0);
  });
});
