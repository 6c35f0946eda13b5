import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fadeEdges, partOf, placeInFile, withFadedEdges, type Part } from "./part";

const part = (from: number, to: number, fadeIn = 0, fadeOut = 0): Part => ({ from, to, fadeIn, fadeOut });
/** Ten pairs, each telling its place. */
const peaks = Array.from({ length: 10 }, (_, n) => [-n, n]).flat();
const facts = { frames: 1000, peaks };

describe("the facts of a part of a sound", () => {
  it("are its own length, the whole one's besides, and the peaks that lie within it", () => {
    expect(partOf(facts, null)).toBe(facts);
    expect(partOf(facts, part(200, 500))).toEqual({
      frames: 300,
      whole: 1000,
      part: part(200, 500),
      peaks: [-2, 2, -3, 3, -4, 4],
    });
    // Pairs that it only touches are its own too.
    expect(partOf(facts, part(250, 501)).peaks).toEqual([-2, 2, -3, 3, -4, 4, -5, 5]);
    expect(partOf(facts, part(0, 1000)).peaks).toEqual(peaks);
  });

  it("have at least one pair of peaks, also at the very end", () => {
    expect(partOf(facts, part(430, 431)).peaks).toEqual([-4, 4]);
    expect(partOf(facts, part(999, 1000)).peaks).toEqual([-9, 9]);
    expect(partOf(facts, part(1000, 1000)).peaks).toEqual([-9, 9]);
    expect(partOf({ frames: 10 }, part(2, 5))).toEqual({ frames: 3, whole: 10, part: part(2, 5) });
  });

  it("say where its samples lie in the file", () => {
    expect(placeInFile({ frames: 1000 })).toEqual({ first: 0, stride: 1000 });
    expect(placeInFile(partOf(facts, part(200, 500)))).toEqual({ first: 200, stride: 1000 });
  });
});

describe("the edges of a part", () => {
  it("come and go by the same way, whatever of it is asked for", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: 60 }),
        fc.integer({ min: 0, max: 10 }),
        fc.integer({ min: 0, max: 10 }),
        fc.integer({ min: 0, max: 59 }),
        fc.integer({ min: 1, max: 60 }),
        (length, fadeIn, fadeOut, start, count) => {
          const one = part(0, length, Math.min(fadeIn, length >> 1), Math.min(fadeOut, length >> 1));
          const whole = new Float32Array(length).fill(1);
          fadeEdges(whole, 0, one);
          const [from, to] = [Math.min(start, length - 1), Math.min(length, start + count)];
          if (to <= from) return;
          const piece = new Float32Array(to - from).fill(1);
          fadeEdges(piece, from, one);
          expect([...piece]).toEqual([...whole.subarray(from, to)]);
          // Nothing is touched between the edges.
          for (let n = one.fadeIn; n < length - one.fadeOut; n++) expect(whole[n]).toBe(1);
        },
      ),
    );
  });

  it("of two parts of one sound sum to what they were cut from", () => {
    const [left, right] = [new Float32Array(20).fill(1), new Float32Array(20).fill(1)];
    fadeEdges(left, 0, part(0, 20, 0, 8));
    fadeEdges(right, 0, part(12, 32, 8, 0));
    for (let n = 0; n < 8; n++) expect(left[12 + n] + right[n]).toBeCloseTo(1, 6);
    expect(right[0]).toBeLessThan(0.02);
    expect(right[0]).toBeGreaterThan(0);
    expect(left[19]).toBeCloseTo(right[0], 6);
  });

  it("are copied where they are touched, and handed on as they are elsewhere", () => {
    const planes = [new Float32Array(10).fill(1)];
    const one = part(0, 40, 5, 5);
    expect(withFadedEdges(planes, 0, undefined)).toBe(planes);
    expect(withFadedEdges(planes, 5, one)).toBe(planes);
    expect(withFadedEdges(planes, 25, one)).toBe(planes);
    for (const start of [4, 26]) {
      const faded = withFadedEdges(planes, start, one);
      expect(faded).not.toBe(planes);
      expect(faded[0].filter((v) => v < 1)).toHaveLength(1);
    }
    expect(planes[0].every((v) => v === 1)).toBe(true);
  });
});
