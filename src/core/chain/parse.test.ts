import { describe, expect, it } from "vitest";
import { FormatFault } from "./fault";
import { isRecord } from "./model";
import { parseChain } from "./parse";

const chain = (setting: object) => ({ medium: "audio", settings: [{ effect: "audio.gain", ...setting }] });
/** Where the fault of something is; nothing where it has none. */
function faultOf(value: unknown): string | undefined {
  try {
    parseChain(value as never);
    return undefined;
  } catch (error) {
    return (error as FormatFault).where;
  }
}

describe("a chain out of JSON", () => {
  it("has what is left out: on, all of the mix, no values", () =>
    expect(parseChain(chain({}))).toEqual({
      medium: "audio",
      settings: [{ effect: "audio.gain", values: {}, on: true, mix: 100 }],
    }));
  it.each([
    [null, "chain"],
    [[], "chain"],
    ["audio", "chain"],
    [chain({ effect: "" }), "chain.settings[0].effect"],
    [chain({ effect: "x".repeat(101) }), "chain.settings[0].effect"],
    [chain({ effect: 7 }), "chain.settings[0].effect"],
    [chain({ values: [] }), "chain.settings[0].values"],
    [chain({ values: null }), "chain.settings[0].values"],
    [chain({ on: 1 }), "chain.settings[0].on"],
    [chain({ mix: "all" }), "chain.settings[0].mix"],
    [{ medium: "audio", settings: [null] }, "chain.settings[0]"],
    [{ medium: "audio", settings: [[]] }, "chain.settings[0]"],
    [chain({ effect: "x".repeat(100) }), undefined],
  ])("%j is refused at its place", (value, where) => expect(faultOf(value)).toBe(where));
  it("takes objects for records, and neither lists nor nothing", () =>
    expect([{}, [], null, "a", 1, undefined].map((value) => isRecord(value as never))).toEqual([
      true,
      false,
      false,
      false,
      false,
      false,
    ]));
});
