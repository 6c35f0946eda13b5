import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readAddress, writeAddress, type LibraryAddress } from "./address";

const places = fc.oneof(
  fc.record({
    kind: fc.constantFrom("folder" as const, "tag" as const, "list" as const, "search" as const),
    id: fc.string({ minLength: 1 }),
  }),
  fc.record({
    kind: fc.constantFrom("all" as const, "unfiled" as const, "private" as const, "withdrawn" as const),
  }),
);
const addresses: fc.Arbitrary<LibraryAddress> = fc.record({
  place: places,
  typed: fc.string({ unit: "grapheme" }).map((text) => (text.trim() === "" ? "" : text)),
  sort: fc.oneof(
    fc.constantFrom(undefined, null),
    fc.record({ by: fc.constantFrom("name" as const, "maker" as const), desc: fc.boolean() }),
  ),
  cardId: fc.option(fc.uuid()),
});

describe("the library's address", () => {
  it("leads back to what was shown", () => {
    fc.assert(
      fc.property(addresses, (address) => {
        expect(readAddress(`?${writeAddress(address)}`)).toEqual(address);
      }),
    );
  });

  it("is short where there is nothing to tell, and can be read by a person", () => {
    const all = { place: { kind: "all" }, typed: "", sort: undefined, cardId: null } as const;
    expect(writeAddress(all)).toBe("");
    expect(
      writeAddress({
        ...all,
        place: { kind: "unfiled" },
        typed: "fog horn",
        sort: { by: "maker", desc: true },
      }),
    ).toBe("place=unfiled&filter=fog+horn&order=-maker");
  });

  it("that means nothing is the whole library", () => {
    for (const search of [
      "?place=folder",
      "?place=folder:",
      "?place=moon:1",
      "?place=:x",
      "?place=all:x",
      "",
    ])
      expect(readAddress(search).place).toEqual({ kind: "all" });
    expect(readAddress("?order=%22%3E").sort).toBeNull();
  });
});
