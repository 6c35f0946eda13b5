import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aGainChain, aTarget } from "../../../testing/library";
import { namedAlike, nextNamedAlike } from "./named-alike";

const all = (...names: string[]) => names.map((name) => aTarget({ id: name, name }));
const groups = (...names: string[]) => namedAlike(all(...names));

describe("targets that are named alike", () => {
  it("are alike but for the last number, however that is written", () => {
    expect(
      groups("Gull 1", "Ferry_0009.jpg", "gull 12", "Gull-3b", "Ferry_0010.JPG", "Ferry_0010 (2).jpg"),
    ).toEqual([
      ["Gull 1", "gull 12", "Gull-3b"],
      ["Ferry_0009.jpg", "Ferry_0010.JPG", "Ferry_0010 (2).jpg"],
    ]);
  });

  it("keep numbers before the last apart, such as days and places", () => {
    expect(
      groups("2026-05-01 tern 1", "2026-05-02 tern 1", "2026-05-01 tern 2", "2026-05-02 tern 2"),
    ).toEqual([
      ["2026-05-01 tern 1", "2026-05-01 tern 2"],
      ["2026-05-02 tern 1", "2026-05-02 tern 2"],
    ]);
  });

  it("without a number go by their first word", () => {
    expect(groups("Boatshed, wide", "Quay at noon", "Boatshed close", "Quay 1", "Quay 2", "Boat")).toEqual([
      ["Boatshed, wide", "Boatshed close"],
      ["Quay at noon"],
      ["Quay 1", "Quay 2"],
      ["Boat"],
    ]);
    expect(groups("Füße nah", "fu\u0308ße, weit", "1", "2", "灯台 3", "灯台 4")).toEqual([
      ["Füße nah", "fu\u0308ße, weit"],
      ["1", "2"],
      ["灯台 3", "灯台 4"],
    ]);
  });

  it("are of one medium and one kind", () => {
    const [bus, track, clip] = [
      aTarget({ id: "bus", name: "Gull 1", kind: "bus" }),
      aTarget({ id: "track", name: "Gull 2", kind: "track" }),
      aTarget({ id: "picture", name: "Gull 3", chain: { ...aGainChain(), medium: "image" } }),
    ];
    expect(namedAlike([bus, track, clip])).toEqual([["bus"], ["track"], ["picture"]]);
  });

  it("hold each target once, in their order, whatever the names", () => {
    const name = fc.oneof(
      fc.string({ unit: "grapheme" }),
      fc.stringMatching(/^(gull|ferry)[ _-]?\d{0,4}b?(\.wav)?$/),
    );
    fc.assert(
      fc.property(fc.array(name), (names) => {
        const targets = names.map((one, i) => aTarget({ id: `${i}`, name: one }));
        const found = namedAlike(targets);
        expect(found.flat().sort()).toEqual(targets.map(({ id }) => id).sort());
        for (const group of found) expect(group.map(Number)).toEqual(group.map(Number).sort((a, b) => a - b));
      }),
    );
  });
});

describe("what is selected next", () => {
  const targets = all("Gull 1", "Ferry 1", "Gull 2", "Alone", "Ferry 2");

  it("is all that is named like the leading one, which goes on leading, and then the next group, round and round", () => {
    expect(nextNamedAlike(targets, ["Gull 2"], "Gull 2")).toEqual({
      ids: ["Gull 2", "Gull 1"],
      isNext: false,
    });
    expect(nextNamedAlike(targets, ["Gull 2", "Gull 1"], "Gull 2")).toEqual({
      ids: ["Ferry 1", "Ferry 2"],
      isNext: true,
    });
    expect(nextNamedAlike(targets, ["Ferry 1", "Ferry 2"], "Ferry 1")?.ids).toEqual(["Gull 1", "Gull 2"]);
  });

  it("passes those that are alone, and is nothing where there is no group to go to", () => {
    expect(nextNamedAlike(targets, ["Alone"], "Alone")).toEqual({ ids: ["Gull 1", "Gull 2"], isNext: true });
    expect(nextNamedAlike(all("Gull 1", "Gull 2"), ["Gull 1", "Gull 2"], "Gull 1")).toBeNull();
    expect(nextNamedAlike(all("Alone", "Other"), ["Other"], "Other")).toBeNull();
    // More than the group is selected: the group alone, first.
    expect(nextNamedAlike(targets, ["Gull 1", "Gull 2", "Alone"], "Gull 1")?.isNext).toBe(false);
    expect(nextNamedAlike([], [], null)).toBeNull();
  });
});
