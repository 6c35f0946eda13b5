import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { formatsApart, readFormat, sayFormat, type Format } from "../media/format";
import { aHead } from "../../../testing/library";
import type { TargetKind } from "../media";
import { bestVariant, foldedVariants, formatOf, meantOn, readPreferences, sayMadeFor } from "./variants";

const read = (text: string): Format => {
  const format = readFormat(text);
  if (typeof format === "string") throw new Error(format);
  return format;
};

describe("formats that cards are made for", () => {
  it.each([
    ["", ""],
    ["Stereo", "stereo"],
    ["2ch", "stereo"],
    ["4 ch", "4 ch"],
    ["5.1", "5.1"],
    ["Portrait, 25 fps", "portrait 25 fps"],
    ["1080 x 1920", "1080×1920"],
    ["portrait 1080x1920", "1080×1920"],
    ["25fps landscape", "landscape 25 fps"],
    ["23.976 fps", "23.976 fps"],
  ])("reads %j as %j", (text, said) => expect(sayFormat(read(text))).toBe(said));

  it.each([
    ["upright", /“upright” is no format: say mono/],
    ["mono stereo", /“stereo” and what stands before it cannot both hold/],
    ["landscape 1080x1920", /cannot both hold/],
    ["0ch", /no format/],
    ["0x5", /no format/],
    ["99 ch", /no format/],
    ["x".repeat(61), /at most 60 characters/],
  ])("says what is wrong with %j", (text, says) => expect(readFormat(text)).toMatch(says));

  it("reads any text without failing, and its own words as the same", () => {
    const part = fc.constantFrom(
      "mono",
      "stereo",
      "5.1",
      "3 ch",
      "portrait",
      "square",
      "7x9",
      "25 fps",
      "60fps",
      "×",
      "fps",
    );
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(part).map((parts) => parts.join(" ")),
        ),
        (text) => {
          const format = readFormat(text);
          if (typeof format !== "string") expect(read(sayFormat(format))).toEqual(format);
        },
      ),
      { numRuns: 2000 },
    );
  });

  it("are those of material", () => {
    expect(formatOf({ kind: "audio", sampleRate: 48_000, channels: 6, frames: 1, peaks: [] })).toBe("5.1");
    const picture = { kind: "image", width: 3000, height: 4000 } as never;
    expect(formatOf(picture)).toBe("3000×4000");
    expect(formatOf(undefined)).toBe("");
  });

  it.each([
    ["landscape", "1080×1920 25 fps", "landscape, here portrait"],
    ["portrait", "1080×1920 25 fps", "portrait"],
    // Cards are relative to the size: only the shape is another thing.
    ["1920×1080", "1280×720 25 fps", "1920×1080"],
    ["1920×1080 50 fps", "720×1280 25 fps", "1920×1080 50 fps, here portrait 25 fps"],
    ["stereo", "mono", "stereo, here mono"],
    ["", "mono", ""],
    ["stereo", "", "stereo"],
  ])("says of what is made for %j on %j where that is another thing", (madeFor, target, says) => {
    expect(sayMadeFor(madeFor, target)).toBe(says);
  });

  it("are as far apart as people would say: what differs in kind before what differs in size", () => {
    const apart = (made: string, target: string) => formatsApart(read(made), read(target));
    expect(apart("stereo", "stereo")).toBe(0);
    // From what holds to what does not, each further than the one before.
    const order = (target: string, ...made: string[]) => {
      const costs = made.map((one) => apart(one, target));
      expect(costs).toEqual([...costs].sort((a, b) => a - b));
      expect(new Set(costs).size).toBe(costs.length);
    };
    order("stereo", "stereo", "", "mono", "5.1", "7.1");
    order("1080×1920", "1080×1920", "portrait 25 fps", "720×1280", "1080×1350", "square", "1920×1080");
    order(
      "landscape 25 fps",
      "landscape 25 fps",
      "landscape",
      "landscape 24 fps",
      "landscape 50 fps",
      "portrait 25 fps",
    );
  });
});

describe("which variant is meant", () => {
  const variant = (id: string, madeFor: string, more = {}) => ({
    id,
    name: id,
    madeFor,
    fits: true,
    liked: 0,
    ...more,
  });

  it("is the nearest of those meant for the kind, then the one used most, then the first", () => {
    const best = (target: string, ...variants: ReturnType<typeof variant>[]) =>
      bestVariant(variants, target).id;
    expect(best("mono", variant("a", "stereo"), variant("b", "mono"))).toBe("b");
    expect(best("mono", variant("a", "stereo"), variant("b", "mono", { fits: false }))).toBe("a");
    expect(best("mono", variant("a", "stereo"), variant("b", "5.1"))).toBe("a");
    expect(best("", variant("a", ""), variant("b", "", { liked: 3 }))).toBe("b");
    expect(best("mono", variant("b", "mono"), variant("a", "mono"))).toBe("a");
    expect(best("mono", variant("b", "what was once a format"), variant("a", "stereo"))).toBe("b");
  });

  it("is of a format that is preferred, before the nearest, where there is one", () => {
    const variants = [
      variant("s", "stereo"),
      variant("m", "mono"),
      variant("p", "portrait 25 fps"),
      variant("", ""),
    ];
    const best = (prefers: string[], target = "mono") => bestVariant(variants, target, prefers).id;
    expect(best([])).toBe("m");
    expect(best(["stereo"])).toBe("s");
    expect(best(["5.1", "stereo", "mono"])).toBe("s");
    // All that is asked for must hold; more may.
    expect(best(["portrait"])).toBe("p");
    expect(best(["portrait 50 fps"])).toBe("m");
    expect(best([""], "stereo")).toBe("s");
    const elsewhere = variants.map((one) => ({ ...one, fits: one.id !== "s" }));
    expect(bestVariant(elsewhere, "mono", ["stereo", "mono"]).id).toBe("m");
    const cards = ["mono", "stereo"].map((madeFor) => aHead({ id: madeFor, madeFor, fits: [] }));
    const onMono = [{ id: "t", kind: "clip", format: "mono" }];
    const [[meant]] = meantOn(cards, onMono, () => [], ["stereo"]);
    expect(meant.id).toBe("stereo");
  });

  it("is the one that the others are folded away behind", () => {
    const of = (id: string, madeFor: string, fits: TargetKind[] = []) =>
      aHead({ id, name: id, madeFor, fits });
    const groups = [
      [of("a", "stereo"), of("b", "mono"), of("c", "5.1")],
      [of("d", "portrait")],
      // Whichever kinds they are meant for.
      [of("e", "landscape", ["photo"]), of("f", "portrait", ["clip"])],
    ];
    const folded = (prefers?: string[]) => Object.fromEntries(foldedVariants(groups, () => [], prefers));
    expect(folded(["5.1", "mono"])).toEqual({ a: "c", b: "c", f: "e" });
    expect(folded(["mono", "portrait"])).toEqual({ a: "b", c: "b", e: "f" });
  });

  it("follows formats that were written down with commas", () => {
    expect(readPreferences(" 2ch,  Portrait 1080x1920 ,, stereo")).toEqual(["stereo", "1080×1920"]);
    expect(readPreferences("")).toEqual([]);
    expect(readPreferences("stereo, upright")).toMatch(/“upright” is no format/);
    expect(readPreferences(Array.from({ length: 21 }, (_, i) => `${i + 1} fps`).join())).toMatch(
      /At most 20/,
    );
  });

  it("is found for each target by itself", () => {
    const cards = [
      aHead({ id: "wide", name: "Print", medium: "image", madeFor: "landscape" }),
      aHead({ id: "tall", name: "Print", medium: "image", madeFor: "portrait" }),
      aHead({ id: "bus", name: "Print", medium: "image", madeFor: "portrait", fits: ["bus"] }),
    ];
    const targets = [
      { id: "1", kind: "photo", format: "3000×2000" },
      { id: "2", kind: "photo", format: "2000×3000" },
      { id: "3", kind: "photo", format: "3000×2000" },
      { id: "4", kind: "bus", format: "" },
    ];
    const use = { cardId: "tall", kind: "bus", uses: 1, lastAt: 0, score: 4 };
    const meant = meantOn(cards, targets, (id) => (id === "tall" ? [use] : []));
    expect(Array.from(meant, ([{ id }, ids]) => [id, ids])).toEqual([
      ["wide", ["1", "3"]],
      ["tall", ["2", "4"]],
    ]);
  });
});
