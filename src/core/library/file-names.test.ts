import { describe, expect, it } from "vitest";
import { fileName, fileNames, namesOfSeveral } from "./file-names";

describe("a file's name", () => {
  it("leaves out what file systems do not take, and what climbs out of a folder", () => {
    // Reserved characters of file names: Microsoft, "Naming Files, Paths, and Namespaces" (from memory).
    expect(fileName('a/b\\c:d*e?f"g<h>i|j\u0007k')).toBe("a-b-c-d-e-f-g-h-i-j-k");
    expect(fileName("../../etc/passwd")).toBe("-..-etc-passwd");
    expect(fileName("  .hidden. ")).toBe("hidden");
    expect(fileName("Cafe\u0301")).toBe("Caf\u00e9");
  });
  it("is never empty and never long", () => {
    for (const none of ["", "...", "  ", "."]) expect(fileName(none)).toBe("untitled");
    expect(fileName("x".repeat(500))).toHaveLength(120);
    expect(fileName(`${"x".repeat(119)} y`)).toBe("x".repeat(119));
  });
});

it("several files in one folder have names that differ in more than case", () => {
  expect(fileNames(["Gulls", "gulls", "Ferry", "GULLS", "Gulls 2"])).toEqual([
    "Gulls",
    "gulls 2",
    "Ferry",
    "GULLS 3",
    "Gulls 2 2",
  ]);
});

it("names that several have are found, whichever they are", () => {
  const named = (...names: string[]) => names.map((name) => ({ name }));
  expect([...namesOfSeveral(named("voice", "gulls", "voice", "ferry", "ferry", "voice"))]).toEqual([
    "voice",
    "ferry",
  ]);
  expect(namesOfSeveral(named("voice", "Voice")).size).toBe(0);
});
