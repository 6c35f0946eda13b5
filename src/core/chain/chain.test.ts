import { createHash } from "node:crypto";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { reference } from "../../../scripts/reference";
import { hertz, milliseconds, type NumberParameter } from "../effects/parameter";
import { highPass } from "../effects/audio/high-pass";
import { findEffect } from "../effects/registry";
import { readNumber, sayNumber, saySetting, sayValue } from "./describe";
import { canonicalJson, chainText, fingerprint } from "./fingerprint";
import { geometryOf } from "./geometry";
import type { Chain, Json } from "./model";
import { normaliseChain, roundTo, sayProblem } from "./values";

describe("canonical JSON (RFC 8785)", () => {
  // Source: reference/rfc8785_*.json (the RFC's own test data; Appendix B; §3.2.2.2).
  it.each(
    reference<{ id: string; input: string; canonical: string; sha256: string }>("rfc8785_documents").map(
      (c) => [c.id, c] as const,
    ),
  )("%s", (_, c) => {
    expect(canonicalJson(JSON.parse(c.input) as Json)).toBe(c.canonical);
    expect(fingerprint(c.canonical)).toBe(c.sha256);
  });
  it.each(
    reference<{ ieee754: string; json: string; mustFail: boolean }>("rfc8785_numbers").map(
      (c) => [c.ieee754, c.json, c.mustFail] as const,
    ),
  )("number %s", (bits, json, mustFail) => {
    const view = new DataView(new ArrayBuffer(8));
    view.setBigUint64(0, BigInt(`0x${bits}`));
    if (mustFail) expect(() => canonicalJson(view.getFloat64(0))).toThrow(RangeError);
    else expect(canonicalJson(view.getFloat64(0))).toBe(json);
  });
  it.each(reference<{ id: string; input: string }>("rfc8785_must_fail").map((c) => [c.id, c.input]))(
    "refuses a %s",
    (_, input) => {
      expect(() => canonicalJson(JSON.parse(input) as Json)).toThrow(RangeError);
    },
  );
  it("refuses numbers that are not finite", () => expect(() => canonicalJson(NaN)).toThrow(RangeError));
  it("hashes as Node does", () => {
    fc.assert(
      fc.property(fc.string({ unit: "grapheme" }), (text) => {
        expect(fingerprint(text)).toBe(createHash("sha256").update(text).digest("hex"));
      }),
    );
  });
});

const chain = (values: Record<string, Json>, more: object = {}): Chain => ({
  medium: "audio",
  settings: [{ effect: "audio.high-pass", values, on: true, mix: 100, ...more }],
});

describe("bringing a chain into its stored form", () => {
  it("fills in defaults, rounds to the resolution and mends what is out of range, saying so", () => {
    const { chain: mended, problems } = normaliseChain(
      chain({ cutoff: 5, slope: "13", extra: 1 }, { mix: 140 }),
    );
    expect(mended.settings[0]).toEqual({
      effect: "audio.high-pass",
      values: { cutoff: 10, slope: "12" },
      on: true,
      mix: 100,
    });
    expect(problems.map((p) => p.code).sort()).toEqual([
      "not-an-option",
      "out-of-range",
      "out-of-range",
      "unknown-parameter",
    ]);
    expect(sayProblem(problems.find((p) => p.path.endsWith("cutoff"))!)).toBe(
      "Setting 1 cutoff: the value must lie between 10 and 20000 Hz.",
    );
  });
  it("is done once and for all: its own result has no problems and the same fingerprint", () => {
    fc.assert(
      fc.property(
        fc.dictionary(
          fc.constantFrom("cutoff", "slope"),
          fc.oneof(fc.double(), fc.constant("24"), fc.constant(null)),
        ),
        fc.double(),
        (values, mix) => {
          const first = normaliseChain(chain(values as Record<string, Json>, { mix })).chain;
          const second = normaliseChain(first);
          expect(second.problems).toEqual([]);
          expect(chainText(second.chain)).toBe(chainText(first));
        },
      ),
    );
  });
  it("carries effects that are unknown here untouched", () => {
    const strange = {
      effect: "audio.from-tomorrow",
      values: { depth: 0.123456789, list: [1, null, { a: "b" }] },
      on: false,
      mix: 33.333,
    };
    expect(normaliseChain({ medium: "audio", settings: [strange] })).toEqual({
      chain: { medium: "audio", settings: [strange] },
      problems: [],
    });
  });
  it("says of an effect of another medium that it is one", () => {
    const { problems } = normaliseChain({ ...chain({}), medium: "image" });
    expect(problems).toEqual([{ code: "wrong-medium", path: "settings.0" }]);
    expect(sayProblem(problems[0])).toBe("Setting 1: this effect works on another medium than the chain.");
    expect(geometryOf({ ...chain({}), medium: "image" }).settings).toEqual([]);
  });
  it("knows which settings only move what is there", () => {
    const settings = ["image.exposure", "image.crop", "audio.gain", "image.elsewhere", "image.scale"].map(
      (effect) => ({ effect, values: {}, on: true, mix: 100 }),
    );
    expect(geometryOf({ medium: "image", settings }).settings.map(({ effect }) => effect)).toEqual([
      "image.crop",
      "image.scale",
    ]);
  });
  it("takes NaN and infinities for what they are", () => {
    expect(normaliseChain(chain({ cutoff: NaN })).problems[0].code).toBe("not-a-number");
    expect(normaliseChain(chain({}, { mix: Infinity })).problems[0].code).toBe("not-a-number");
  });
  it("puts curve points into order", () => {
    const wild: Chain = {
      medium: "image",
      settings: [
        {
          effect: "image.tone-curve",
          values: {
            points: [
              [0.9, 1],
              [0.1, 0],
              [0.1, 0.2],
              [2, 3],
            ],
          },
          on: true,
          mix: 100,
        },
      ],
    };
    expect(normaliseChain(wild).chain.settings[0].values.points).toEqual([
      [0.1, 0.2],
      [0.9, 1],
      [1, 1],
    ]);
  });
  it("rounds without the dust of binary fractions", () =>
    expect([roundTo(0.1 + 0.2, 0.01), roundTo(84.97, 0.1), roundTo(-0.001, 0.1)]).toEqual([0.3, 85, 0]));
});

describe("values as editors write them", () => {
  const cutoff = highPass.parameters.cutoff;
  it.each([
    ["85", 85],
    ["85 Hz", 85],
    ["1.2k", 1200],
    ["1,2 kHz", 1200],
    ["-3", -3],
    ["−3 Hz", -3],
    ["", undefined],
    ["loud", undefined],
    ["1.2.3", undefined],
  ])("reads %j", (text, value) => {
    expect(readNumber(cutoff, text)).toBe(value);
  });
  it("reads what it says", () => {
    fc.assert(
      fc.property(fc.double({ min: 10, max: 20000, noNaN: true }), (v) => {
        expect(Math.abs(readNumber(cutoff, sayNumber(cutoff, v))! / v - 1)).toBeLessThan(0.01);
      }),
    );
  });
  it("takes seconds for milliseconds and the other way round, where the unit says so", () => {
    const short = milliseconds({ label: "", help: "", min: 0, max: 5000, default: 10 });
    expect(["1.5 s", "250", "250 ms", "2s"].map((text) => readNumber(short, text))).toEqual([
      1500, 250, 250, 2000,
    ]);
    const long = { ...short, unit: "s" as const };
    expect(["1.5 s", "3", "250 ms"].map((text) => readNumber(long, text))).toEqual([1.5, 3, 0.25]);
    // What is no time is not converted.
    expect(readNumber(cutoff, "2 s")).toBe(2);
  });
  it("says off where a parameter does nothing", () => {
    const cut = hertz({ label: "", help: "", min: 10, max: 100, default: 10, off: "min" });
    expect([sayNumber(cut, 10), sayNumber(cut, 11), readNumber(cut, "off")]).toEqual(["off", "11 Hz", 10]);
  });
  it("says numbers with their units, with a sign where they may go either way", () => {
    const of = (unit: NumberParameter["unit"], min: number, value: number) =>
      sayNumber({ ...cutoff, unit, min, off: undefined } as NumberParameter, value);
    expect([
      of("Hz", 0, 999.96),
      of("Hz", 0, 1000),
      of("Hz", 0, 12345),
      of("dB", -24, 3),
      of("dB", -24, 0),
      of("dB", -24, -3.126),
      of("dB", 0, 3),
      of("stops", -6, 0.5),
      of("fraction", 0, 0.12345),
      of("degrees", -180, -12.34),
      of("ratio", 1, 4),
      of("number", 0, 2.5),
      of("Q", 0, 0.7071),
      of("ms", 0, 12.345),
    ]).toEqual([
      "1000 Hz",
      "1 kHz",
      "12.35 kHz",
      "+3 dB",
      "0 dB",
      "−3.13 dB",
      "3 dB",
      "+0.5 stops",
      "0.123",
      "−12.3°",
      "4 : 1",
      "2.5",
      "Q 0.71",
      "12.35 ms",
    ]);
  });
  it("says every kind of value as it is written", () => {
    const say = (effect: string, key: string, value?: Json) =>
      sayValue(findEffect(effect)!.parameters[key], value);
    expect([
      say("image.tone-curve", "points"),
      say("image.tone-curve", "points", [
        [0, 0],
        [0.5, 0.4],
        [1, 1],
      ]),
      say("image.hue-ranges", "ranges", []),
      say("image.hue-ranges", "ranges", [{}]),
      say("image.hue-ranges", "ranges", [{}, {}]),
      say("audio.convolution", "response"),
      say("audio.convolution", "response", "0123456789abcdef"),
      say("audio.high-pass", "slope", "24"),
      say("audio.high-pass", "slope", "none of them"),
      say("audio.high-pass", "cutoff", "not a number"),
    ]).toEqual([
      "5 points",
      "3 points",
      "0 ranges",
      "1 range",
      "2 ranges",
      "none",
      "01234567",
      "24 dB/oct",
      "12 dB/oct",
      "80 Hz",
    ]);
  });
  it("says a setting by what matters", () =>
    expect(saySetting(normaliseChain(chain({ cutoff: 1250 })).chain.settings[0])).toBe(
      "1.25 kHz · 12 dB/oct",
    ));
});
