import { readFileSync } from "node:fs";
import { join } from "node:path";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { reference } from "../../../scripts/reference";
import { one } from "../../../testing/signals";
import { bakeChain, unbakeable } from "../chain/bake";
import type { Chain } from "../chain/model";
import { renderImage } from "../chain/run-image";
import { lookUp } from "../colour/look-up";
import { decodeSrgb, encodeSrgb } from "../colour/srgb";
import { correctionOf, settingOf } from "./cdl/correction";
import { readColourDecisions } from "./cdl/read";
import { writeColourDecisions } from "./cdl/write";
import { readCube } from "./cube/read";
import { writeCube } from "./cube/write";
import { FormatFault } from "../chain/fault";

const file = (name: string) => readFileSync(join(import.meta.dirname, "../../../reference", name), "utf8");
const colour = (values: readonly number[]) => values.map((v) => Float32Array.of(v));

describe(".cube", () => {
  interface LutCase {
    id: string;
    file: string;
    in: number[];
    trilinear: number[];
    tetrahedral: number[];
    linear: number[];
  }
  // Source: reference/lut3d_cube.json (OpenColorIO and ffmpeg; double formulas).
  it.each(reference<LutCase>("lut3d_cube").map((c) => [c.id, c] as const))("3D %s", (_, c) => {
    const lut = readCube(file(c.file));
    for (const interpolation of ["trilinear", "tetrahedral"] as const) {
      const planes = colour(c.in);
      lookUp(lut, interpolation, false)(planes, 1);
      planes.forEach((p, i) => expect(Math.abs(p[0] - c[interpolation][i])).toBeLessThan(5e-7));
    }
  });
  // Source: reference/lut1d_cube.json (OpenColorIO; numpy.interp).
  it.each(reference<LutCase>("lut1d_cube").map((c) => [c.id, c] as const))("1D %s", (_, c) => {
    const planes = colour(c.in);
    lookUp(readCube(file(c.file)), "trilinear", false)(planes, 1);
    planes.forEach((p, i) => expect(Math.abs(p[0] - c.linear[i])).toBeLessThan(1e-6));
  });
  // Source: reference/cube_parsing.json (what OpenColorIO and ffmpeg take and refuse).
  // Named exceptions: a value that is no number and a domain upside down are refused here, since nothing sensible can be
  // rendered with them; a byte-order mark before an otherwise whole file is passed by.
  const own: Record<string, boolean> = { nan: false, domain_swapped: false, bom: true };
  it.each(
    reference<{ id: string; content: string; ocio_loads: boolean; ffmpeg_loads: boolean }>(
      "cube_parsing",
    ).map((c) => [c.id, c] as const),
  )("takes or refuses %s where both tools agree", (_, c) => {
    const read = () => readCube(c.content);
    if (own[c.id] ?? (c.ocio_loads && c.ffmpeg_loads)) expect(read).not.toThrow();
    else if (c.id in own || (!c.ocio_loads && !c.ffmpeg_loads)) expect(read).toThrow(FormatFault);
  });
  it("reads a title without quotes, and the range of one table as its domain", () => {
    const lut = readCube("TITLE Fog at noon\nLUT_1D_SIZE 2\nLUT_1D_INPUT_RANGE -1 2\n0 0 0\n1 1 1\n");
    expect([lut.title, lut.domainMin, lut.domainMax]).toEqual(["Fog at noon", [-1, -1, -1], [2, 2, 2]]);
    expect(writeCube(lut)).toMatch(
      /^TITLE "Fog at noon"\nLUT_1D_SIZE 2\nDOMAIN_MIN -1 -1 -1\nDOMAIN_MAX 2 2 2\n/,
    );
  });
  it("reads a shaper before a 3D table, and goes through one after the other", () => {
    // The values are OpenColorIO 2.1.2's, of this very file (FileTransform, trilinear).
    const text = [
      "LUT_1D_SIZE 3",
      "LUT_1D_INPUT_RANGE -0.5 2",
      "LUT_3D_SIZE 2",
      "LUT_3D_INPUT_RANGE 0 1",
      "0 0 0",
      "0.3 0.5 0.2",
      "1 1 1",
      ...[0, 1].flatMap((b) =>
        [0, 1].flatMap((g) => [0, 1].map((r) => `${0.1 + 0.7 * r} ${0.9 * g} ${0.2 * r + 0.6 * b}`)),
      ),
    ].join("\n");
    const lut = readCube(text);
    expect([lut.kind, lut.size, lut.shaper?.size, lut.shaper?.domainMin[0], lut.domainMax[0]]).toEqual([
      "3d",
      2,
      3,
      -0.5,
      1,
    ]);
    for (const [input, output] of [
      [
        [0, 0, 0],
        [0.184, 0.18, 0.072],
      ],
      [
        [0.25, 0.5, 0.75],
        [0.226, 0.36, 0.156],
      ],
      [
        [1, 0.2, 1.6],
        [0.408, 0.252, 0.5344001],
      ],
      [
        [-1, 3, 0.4],
        [0.1, 0.9, 0.0864],
      ],
    ]) {
      const planes = colour(input);
      lookUp(lut, "trilinear", false)(planes, 1);
      planes.forEach((p, c) => expect(Math.abs(p[0] - output[c])).toBeLessThan(2e-6));
    }
    expect(() => readCube("LUT_1D_SIZE 2\nLUT_3D_SIZE 2\n0 0 0\n1 1 1\n0 0 0\n")).toThrow(
      "ends after 1 of 8",
    );
  });
  it("reads what it wrote, to the bit of single precision", () => {
    for (const name of ["lut_random5.cube", "lut_1d5.cube", "lut_domain4.cube", "lut_domainneg3.cube"]) {
      const lut = readCube(file(`files/${name}`));
      expect(readCube(writeCube(lut))).toEqual(lut);
    }
  });
  it.each([
    ["LUT_3D_SIZE 2\n0 0 0\n0 0 x\n", "line 3"],
    ["LUT_3D_SIZE 999\n", "line 1"],
    ["0 0 0\n", "line 1"],
    ["LUT_1D_SIZE 2\n0 0 0\n1 1 1\n1 1 1\n", "line 4"],
    ["LUT_3D_SIZE 2\nLUT_1D_SIZE 2\n", "line 2"],
    ["\n".repeat(20_000), "line 10001"],
    ["LUT_1D_SIZE 2\nLUT_1D_SIZE 2\n", "line 2"],
    ["", "line 1"],
  ])("says where %j is wrong", (text, where) => {
    expect(() => readCube(text)).toThrow(expect.objectContaining({ where }));
  });
  it("never throws anything else, on any text", () => {
    const words = fc.constantFrom(
      "LUT_3D_SIZE",
      "LUT_1D_SIZE",
      "DOMAIN_MIN",
      "TITLE",
      '"x"',
      "2",
      "0.5",
      "1e9",
      "nan",
      "-",
      "#",
      "\n",
      " ",
      "\u0000",
    );
    fc.assert(
      fc.property(fc.array(words, { maxLength: 60 }), (parts) => {
        try {
          readCube(parts.join(" "));
        } catch (error) {
          expect(error).toBeInstanceOf(FormatFault);
        }
      }),
    );
  });
});

describe("colour decision lists", () => {
  it("never throw anything but a fault with its place, on any text", () => {
    const piece = fc.constantFrom(
      "<ColorCorrection",
      "<ColorCorrection>",
      "</ColorCorrection>",
      "<SOPNode>",
      "</SOPNode>",
      "<Slope>1 1 1</Slope>",
      "<",
      ">",
      "&",
      "&#x0;",
      "<?xml",
      "?>",
      "<![CDATA[",
      "]]>",
      "\u0000",
      " id='",
      "'",
      "/",
      "<ColorCorrectionCollection>",
      "</ColorCorrectionCollection>",
      "<__proto__>",
      "</__proto__>",
      "<!--",
      "-->",
      "\ud800",
      "1e999",
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 20 }), (pieces) => {
        try {
          readColourDecisions(pieces.join(""));
        } catch (error) {
          expect(error).toBeInstanceOf(FormatFault);
        }
      }),
      { numRuns: 3000, examples: [[["<Slope>1 1 1</Slope>", "<![CDATA[", "<ColorCorrection"]]] },
    );
  });
  interface CdlCase {
    id: string;
    slope: number[];
    offset: number[];
    power: number[];
    sat: number;
    in: number[];
    asc: number[];
    noclamp: number[];
    file: string;
  }
  // Source: reference/asc_cdl.json (ASC CDL 1.2; OpenColorIO's CDLTransform).
  it.each(reference<CdlCase>("asc_cdl").map((c) => [c.id, c] as const))("%s", (_, c) => {
    const [read] = readColourDecisions(file(c.file));
    expect([read.slope, read.offset, read.power, read.saturation]).toEqual([
      c.slope,
      c.offset,
      c.power,
      c.sat,
    ]);
    const setting = settingOf(read);
    for (const [range, wanted] of [
      ["clamped", c.asc],
      ["kept", c.noclamp],
    ] as const) {
      const chain: Chain = {
        medium: "image",
        settings: [{ ...setting, values: { ...setting.values, range } }],
      };
      const { planes } = renderImage(chain, { width: 1, height: 1, planes: colour(c.in.map(decodeSrgb)) });
      planes.forEach((p, i) =>
        expect(Math.abs(encodeSrgb(p[0]) - wanted[i])).toBeLessThan(2e-5 * Math.max(1, Math.abs(wanted[i]))),
      );
    }
  });
  it("reads what it wrote in all three forms, and gives a setting's values back", () => {
    const corrections = ["cdl_warm.cc", "cdl_crush.cc"].flatMap((name) =>
      readColourDecisions(file(`files/${name}`)),
    );
    for (const form of ["ccc", "cdl"] as const)
      expect(readColourDecisions(writeColourDecisions(corrections, form))).toEqual(corrections);
    expect(readColourDecisions(writeColourDecisions(corrections, "cc"))).toEqual([corrections[0]]);
    expect(correctionOf(settingOf(corrections[0]), corrections[0].id)).toEqual(corrections[0]);
  });
  it.each([
    ["<ColorCorrection><SOPNode><Slope>1 1</Slope></SOPNode></ColorCorrection>", "ColorCorrection 1, Slope"],
    ['<!DOCTYPE x [<!ENTITY a "b">]><ColorCorrection/>', "line 1"],
    ["<a>\n<b></a>", "line 2"],
    ["<other/>", "line 1"],
    [
      "<ColorCorrection><SOPNode><Power>0 1 1</Power></SOPNode></ColorCorrection>",
      "ColorCorrection 1, Power",
    ],
  ])("refuses %s with its place", (text, where) => {
    expect(() => readColourDecisions(text)).toThrow(expect.objectContaining({ where }));
  });
});

describe("baking", () => {
  const look: Chain = {
    medium: "image",
    settings: [
      ...one("image.exposure", { exposure: 0.3 }).settings,
      ...one("image.tone-curve", {
        points: [
          [0, 0.02],
          [0.3, 0.25],
          [0.7, 0.78],
          [1, 0.98],
        ],
      }).settings,
      ...one("image.saturation", { saturation: 120 }).settings,
    ],
  };
  it("gives a table that is the chain within a difference nobody sees, smaller with more entries", () => {
    const [small, large] = [17, 33].map((size) => bakeChain(look, 100, size, "look"));
    expect(large.meanDeltaE2000).toBeLessThan(0.2);
    expect(large.maxDeltaE2000).toBeLessThan(4);
    expect(large.meanDeltaE2000).toBeLessThan(small.meanDeltaE2000);
    expect(readCube(writeCube(large.lut)).size).toBe(33);
  });
  it("is exact for a chain that does nothing", () =>
    expect(bakeChain({ medium: "image", settings: [] }, 100, 5, "").maxDeltaE2000).toBeLessThan(1e-3));
  it("names what no table can hold", () => {
    expect(
      unbakeable({
        medium: "image",
        settings: ["image.vignette", "image.blur", "image.crop", "image.exposure"].flatMap(
          (e) => one(e, e === "image.crop" ? { left: 10 } : {}).settings,
        ),
      }),
    ).toEqual(["Vignette", "Blur", "Crop"]);
  });
});
