import { describe, expect, it } from "vitest";
import { readJsonText } from "./json-text";

const nested = (levels: number) => `${"[".repeat(levels)}${"]".repeat(levels)}`;

describe("JSON text", () => {
  it("is read, with a byte-order mark too", () => {
    expect(readJsonText('\uFEFF{"a":[1,null,"x"]}', 100)).toEqual({ a: [1, null, "x"] });
  });
  it("may be nested 32 levels deep, and no deeper", () => {
    expect(readJsonText(nested(32), 100)).toBeInstanceOf(Array);
    for (const levels of [33, 40]) expect(() => readJsonText(nested(levels), 100)).toThrow("deeper than 32");
    expect(() => readJsonText(`{"a":${nested(32)}}`, 100)).toThrow("deeper than 32");
    expect(readJsonText(`{"a":${nested(31)},"b":1}`, 100)).toHaveProperty("b");
  });
  it("has a length", () => {
    expect(readJsonText("[1]", 3)).toEqual([1]);
    expect(() => readJsonText("[1,2]", 4)).toThrow("The file has 5 characters; at most 4 are read.");
  });
  it("says where its syntax is wrong", () => {
    expect(() => readJsonText('{\n  "a": oops\n}', 100)).toThrow("This is not JSON.");
    try {
      readJsonText('{\n  "a": 1,,\n}', 100);
      expect.unreachable();
    } catch (fault) {
      expect(fault).toHaveProperty("where", "line 2, column 10");
    }
  });
});
