import { describe, expect, it } from "vitest";
import { aFolder, aHead } from "../../../testing/library";
import { replicaOf } from "./change";
import { Shelf } from "./shelf";
import { browsingKeys, byWeek, everyDay } from "./use";

describe("keys that browsing takes", () => {
  const folder = [
    aFolder({ id: "a", name: "A", position: "a0" }),
    aFolder({ id: "b", name: "B", position: "a1" }),
    aFolder({ id: "c", name: "C", parentId: "b", position: "a0" }),
  ];
  const card = Array.from({ length: 60 }, (_, i) =>
    aHead({ id: `${i}`, name: `Card ${i}`, folderId: "c", fingerprint: `${i}` }),
  );
  const lone = aHead({ id: "lone", name: "Lone", fingerprint: "lone" });
  const replica = replicaOf({ folder, card: [...card, lone] });
  const keysTo = (one: { id: string; folderId: string | null }) =>
    browsingKeys(one, replica.folder, new Shelf(replica));
  it("are one to the library, one into the table and one to put it on, where it lies in no folder", () =>
    expect(keysTo(lone)).toBe(3));
  it("grow with each folder that is opened and each row that is passed", () => {
    // To B it is two rows and a key that opens it; in it C is the first.
    expect(keysTo(card[0])).toBe(3 + 3 + 2);
    expect(keysTo(card[7])).toBe(3 + 3 + 2 + 7);
  });
  it("are by pages of twenty rows, and back up where that is shorter", () => {
    expect(keysTo(card[43])).toBe(8 + 2 + 3);
    expect(keysTo(card[38])).toBe(8 + 2 + 2);
  });
});

describe("days of use", () => {
  const day = (on: string, uses: number) => ({
    day: on,
    uses,
    counted: uses,
    keys: 2 * uses,
    browsing: 9 * uses,
  });
  it("are told with those between them, over the turn of a year, and added up by weeks from the last day back", () => {
    const all = everyDay([day("2026-12-30", 3), day("2027-01-02", 1)], "2026-12-24", "2027-01-08");
    expect(all).toHaveLength(16);
    expect(all.filter(({ uses }) => uses > 0).map((one) => one.day)).toEqual(["2026-12-30", "2027-01-02"]);
    expect(byWeek(all)).toEqual([day("2026-12-26", 3), day("2027-01-02", 1)]);
  });
});
