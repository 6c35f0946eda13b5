import { describe, expect, it } from "vitest";
import type { Wanted } from "./laid";
import type { Material } from "./lay";
import { foundAmong, foundIn, wantedFiles, whyNot } from "./match";

const wanted = (set: Partial<Wanted>): Wanted => ({
  clip: 0,
  file: "horn.wav",
  sound: true,
  hash: null,
  span: [0, 4],
  length: null,
  ...set,
});
const sound = (id: string, name: string, seconds: number): Material => ({
  id,
  name,
  facts: { kind: "audio", channels: 1, sampleRate: 1000, frames: seconds * 1000 } as Material["facts"],
});
const [one] = wantedFiles([wanted({})]);

it("a name is found however its letters and their marks are written", () => {
  const wanted = { key: "x", file: "fa\u0308hre.mov", hash: null, clips: [] };
  expect(foundAmong(wanted, [{ name: "F\u00e4hre.mov" }])).toEqual({ name: "F\u00e4hre.mov" });
  expect(foundAmong({ file: "f\u00e4hre.mov" }, [{ name: "fa\u0308hre.mov" }])).toBeDefined();
});

describe("files that clips want", () => {
  it("are one where they are of one hash, or of one name whatever its case", () => {
    const files = wantedFiles([
      wanted({ clip: 0 }),
      wanted({ clip: 1, file: "HORN.wav" }),
      wanted({ clip: 2, file: "horn.wav", hash: "a" }),
      wanted({ clip: 3, file: "renamed.wav", hash: "a" }),
    ]);
    expect(files.map(({ clips }) => clips.map(({ clip }) => clip))).toEqual([
      [0, 1],
      [2, 3],
    ]);
  });

  it("are found by their hash before their name, and of several of a name by the length", () => {
    const library = [sound("1", "horn.wav", 30), sound("2", "Horn.WAV", 10), sound("3", "call.wav", 10)];
    expect(foundIn(one, library)?.id).toBe("1");
    expect(foundIn(wantedFiles([wanted({ length: 9 })])[0], library)?.id).toBe("2");
    expect(foundIn(wantedFiles([wanted({ hash: "3" })])[0], library)?.id).toBe("3");
    expect(foundIn(wantedFiles([wanted({ hash: "4", file: "bell.wav" })])[0], library)).toBeUndefined();
  });

  it("are none that is shorter than what is shown of it, or of another kind", () => {
    expect(foundIn(one, [sound("1", "horn.wav", 3)])).toBeUndefined();
    expect(whyNot(one, sound("1", "horn.wav", 3))).toBe(
      "The timeline shows 0 s to 4 s of “horn.wav”, which lasts 3 s.",
    );
    expect(whyNot(one, sound("1", "horn.wav", 4))).toBeNull();
    expect(whyNot(wantedFiles([wanted({ span: [-1, 1] })])[0], sound("1", "horn.wav", 4))).toMatch(/-1 s/);
    expect(whyNot(wantedFiles([wanted({ sound: false })])[0], sound("1", "horn.wav", 9))).toMatch(
      /no pictures/,
    );
    // All of a file, however long it is.
    expect(whyNot(wantedFiles([wanted({ span: null })])[0], sound("1", "horn.wav", 1))).toBeNull();
    const picture = {
      name: "yard.png",
      facts: { kind: "image", width: 4, height: 3 } as unknown as Material["facts"],
    };
    expect(whyNot(one, picture)).toMatch(/no sound/);
    expect(whyNot(wantedFiles([wanted({ sound: false })])[0], picture)).toBeNull();
    expect(whyNot(one, { name: "look.cube", facts: { kind: "lut", dimensions: 3, size: 17 } })).toMatch(
      /no material/,
    );
  });

  it("are taken from those at hand by their name", () => {
    const files = [{ name: "bell.wav" }, { name: "Horn.wav" }];
    expect(foundAmong(one, files)).toBe(files[1]);
    expect(foundAmong(one, [files[0]])).toBeUndefined();
  });
});
