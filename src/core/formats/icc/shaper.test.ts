import { describe, expect, it } from "vitest";
import { decodeSrgb } from "../../colour/srgb";
import { isSrgb, readShaper } from "./shaper";

/*
 * Profiles are put together here by ICC.1:2010: a head of 128 bytes, a table of tags (signature, offset, length), XYZ tags
 * (10.27) and curves: "curv" (10.5) with no entry, one u8Fixed8 exponent or a table, "para" (10.15) of five kinds.
 */

const fixed = (view: DataView, at: number, value: number) => view.setInt32(at, Math.round(value * 65536));
const text = (bytes: Uint8Array, at: number, word: string) =>
  bytes.set(
    [...word].map((letter) => letter.charCodeAt(0)),
    at,
  );

function xyz(values: readonly number[]): Uint8Array {
  const bytes = new Uint8Array(20);
  text(bytes, 0, "XYZ ");
  values.forEach((value, i) => fixed(new DataView(bytes.buffer), 8 + 4 * i, value));
  return bytes;
}
function curv(entries: readonly number[]): Uint8Array {
  const bytes = new Uint8Array(12 + 2 * entries.length);
  text(bytes, 0, "curv");
  const view = new DataView(bytes.buffer);
  view.setUint32(8, entries.length);
  entries.forEach((entry, i) => view.setUint16(12 + 2 * i, Math.round(entry)));
  return bytes;
}
function para(kind: number, parameters: readonly number[]): Uint8Array {
  const bytes = new Uint8Array(12 + 4 * parameters.length);
  text(bytes, 0, "para");
  const view = new DataView(bytes.buffer);
  view.setUint16(8, kind);
  parameters.forEach((value, i) => fixed(view, 12 + 4 * i, value));
  return bytes;
}

function profileOf(tags: Readonly<Record<string, Uint8Array>>): Uint8Array {
  const entries = Object.entries(tags);
  const table = 132 + 12 * entries.length;
  const bytes = new Uint8Array(entries.reduce((sum, [, tag]) => sum + tag.length, table));
  const view = new DataView(bytes.buffer);
  view.setUint32(128, entries.length);
  let at = table;
  entries.forEach(([name, tag], i) => {
    text(bytes, 132 + 12 * i, name);
    view.setUint32(136 + 12 * i, at);
    view.setUint32(140 + 12 * i, tag.length);
    bytes.set(tag, at);
    at += tag.length;
  });
  return bytes;
}

const colours = {
  rXYZ: xyz([0.4361, 0.2225, 0.0139]),
  gXYZ: xyz([0.3851, 0.7169, 0.0971]),
  bXYZ: xyz([0.1431, 0.0606, 0.7141]),
};
function isSrgbProfile(profile: Uint8Array): boolean {
  const shaper = readShaper(profile);
  return shaper !== null && isSrgb(shaper);
}
const withCurves = (curve: Uint8Array, more: object = {}) =>
  isSrgbProfile(profileOf({ ...colours, rTRC: curve, gTRC: curve, bTRC: curve, ...more }));
/** IEC 61966-2-1 as a parametric curve of the third kind. */
const srgb = [2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045] as const;

describe("a profile that stands for sRGB", () => {
  it.each<[string, Uint8Array, boolean]>([
    ["the curve of the standard", para(3, srgb), true],
    ["the same with offsets of nothing", para(4, [...srgb, 0, 0]), true],
    ["with an offset above the toe", para(4, [...srgb, 0.003, 0]), false],
    ["with an offset below it", para(4, [...srgb, 0, 0.003]), false],
    ["with a toe half as steep", para(3, [2.4, 1 / 1.055, 0.055 / 1.055, 0.5 / 12.92, 0.04045]), false],
    [
      "a table of 1024 places",
      curv(Array.from({ length: 1024 }, (_, i) => 65535 * decodeSrgb(i / 1023))),
      true,
    ],
    [
      "a table of 1024 places, a little too light",
      curv(Array.from({ length: 1024 }, (_, i) => 65535 * Math.min(1, 0.004 + decodeSrgb(i / 1023)))),
      false,
    ],
    ["no entry: light as it is", curv([]), false],
    ["an exponent of 2.2", curv([2.2 * 256]), false],
    ["an exponent as the parametric kind", para(0, [2.2]), false],
    // Its toe is the power's own, which is never 0.0009 away.
    ["an exponent over all of it", para(1, [2.4, 1 / 1.055, 0.055 / 1.055]), true],
    ["an exponent from a twentieth on", para(1, [2.4, 1.05, -0.05]), false],
    ["an exponent over an offset", para(2, [2.4, 1 / 1.055, 0.055 / 1.055, 0.01]), false],
    ["a kind that there is none of", para(5, srgb), false],
    ["fewer figures than its kind has", para(4, srgb), false],
  ])("%s", (_, curve, isIt) => {
    expect(withCurves(curve)).toBe(isIt);
  });

  it("is none with other primaries, without one of its tags, with tables of colours, or cut off", () => {
    const curve = para(3, srgb);
    expect(withCurves(curve, { gXYZ: xyz([0.3851, 0.7199, 0.0971]) })).toBe(false);
    expect(withCurves(curve, { gXYZ: xyz([0.3851, 0.7179, 0.0971]) })).toBe(true);
    expect(withCurves(curve, { A2B0: new Uint8Array(12) })).toBe(false);
    expect(isSrgbProfile(profileOf({ ...colours, rTRC: curve, gTRC: curve }))).toBe(false);
    const whole = profileOf({ ...colours, rTRC: curve, gTRC: curve, bTRC: curve });
    for (const length of [0, 131, 150, whole.length - 1])
      expect(isSrgbProfile(whole.subarray(0, length))).toBe(false);
  });
});
