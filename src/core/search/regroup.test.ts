import { describe, expect, it } from "vitest";
import { aHead } from "../../../testing/library";
import type { BarGrouping } from "../library/media";
import { regrouped } from "./regroup";

const rows = [
  aHead({ id: "a", maker: "Fog", effects: ["audio.gain"], folderId: "f1", fits: ["clip"] }),
  aHead({ id: "b", maker: "", effects: ["audio.plate", "audio.gain"], fits: [] }),
  aHead({ id: "c", maker: "Fog", effects: ["audio.plate"], folderId: "f1", fits: ["clip", "bus"] }),
  aHead({ id: "d", maker: "", effects: [], folderId: "f2", fits: ["clip"] }),
].map((card) => ({ card }));
const by = (grouping: BarGrouping | null) => {
  const { rows: shown, headings } = regrouped(rows, grouping, ({ folderId }) => folderId ?? "");
  return [shown.map(({ card }) => card.id).join(""), Object.fromEntries(headings)];
};

describe("what was found, put together", () => {
  it("stays in its order where nothing is asked for", () => expect(by(null)).toEqual(["abcd", {}]));
  it.each([
    ["maker", "acbd", { 0: "Fog", 2: "nobody named" }],
    ["effect", "abcd", { 0: "Gain", 1: "Plate", 3: "no effect" }],
    ["folder", "acbd", { 0: "f1", 2: "Unfiled", 3: "f2" }],
    ["kind", "adbc", { 0: "clip", 2: "any target", 3: "clip, bus" }],
  ] as const)("comes by %s, the group of the best first", (grouping, order, headings) =>
    expect(by(grouping)).toEqual([order, headings]),
  );
  it("is empty where nothing was found", () =>
    expect(regrouped([], "maker", () => "")).toEqual({ rows: [], headings: new Map() }));
});
