import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { effectsFor } from "../effects/registry";
import { workingMedia } from "../media";
import { suppliedStages } from "./stages";
import { isFault, readStages, writeStages } from "./typed-stages";

describe("an order of work that is typed", () => {
  it("has a stage a line: name, effects or kinds, query", () => {
    expect(readStages("Repair: repair\n\n  Room : plate, FILTER ;tag:boats; x\nLast", "audio")).toEqual([
      { name: "Repair", effects: ["repair"], query: "" },
      { name: "Room", effects: ["audio.plate", "filter"], query: "tag:boats; x" },
      { name: "Last", effects: [], query: "" },
    ]);
    expect(readStages("", "audio")).toEqual([]);
  });

  it("knows an effect by the beginning of its name, or of a word of it, alone, and each once", () => {
    expect(readStages("A: high-p, High-pass, dynam, eq", "audio")).toEqual([
      { name: "A", effects: ["audio.high-pass", "dynamics", "audio.parametric-eq"], query: "" },
    ]);
  });

  it("says in which line what cannot be read", () => {
    expect(readStages("A\n: repair", "audio")).toEqual({
      line: 2,
      words: "Begin the line with the name of the stage.",
    });
    expect(readStages("A: nothing such", "audio")).toMatchObject({
      line: 1,
      words: expect.stringMatching(/^“nothing such” is neither an effect nor one of the kinds .*repair/),
    });
    expect(readStages("A: d", "audio")).toMatchObject({
      words: expect.stringMatching(/^“d” may be .*delay.*\. Write more/),
    });
    expect(readStages(Array.from({ length: 10 }, (_, i) => `S${i}`).join("\n"), "audio")).toMatchObject({
      line: 10,
    });
    expect(readStages("x".repeat(500), "audio")).toMatchObject({ line: 1 });
  });

  it("comes back as it was written, in every medium", () => {
    for (const medium of workingMedia) {
      expect(readStages(writeStages(suppliedStages[medium]), medium)).toEqual(suppliedStages[medium]);
      const ids = effectsFor(medium).map(({ id }) => id);
      const stage = fc.record({
        name: fc.stringMatching(/^[A-Za-z][A-Za-z ]{0,20}[a-z]$/).map((name) => name.replace(/ +/g, " ")),
        effects: fc.uniqueArray(fc.constantFrom(...ids), { maxLength: 6 }),
        query: fc.constantFrom("", "tag:boats", "is:used; x", "-bridge"),
      });
      fc.assert(
        fc.property(fc.array(stage, { maxLength: 9 }), (stages) => {
          const read = readStages(writeStages(stages), medium);
          expect(isFault(read) ? read.words : read).toEqual(stages);
        }),
      );
    }
  });
});
