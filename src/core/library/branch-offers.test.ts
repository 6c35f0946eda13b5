import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aTag } from "../../../testing/library";
import { newPath, offersFor, readSeveral } from "./branch-offers";
import { namesDown } from "./tree";

const tree = (...rows: [id: string, parentId: string | null, name: string][]) =>
  new Map(rows.map(([id, parentId, name], i) => [id, aTag({ id, parentId, name, position: `a${i}` })]));
const tags = tree(
  ["weather", null, "weather"],
  ["fog", "weather", "fog"],
  ["horn", "fog", "Fog-horn, far"],
  ["sea", "weather", "sea"],
  ["birds", null, "Bird ringing"],
  ["fogsea", "birds", "sea"],
);
const all = { first: () => false, aside: new Set<string>(), limit: 50 };
const ids = (typed: string, given: Partial<typeof all> = {}) =>
  offersFor(tags, typed, { ...all, ...given }).offers.map(({ id }) => id);

describe("what is offered of a tree", () => {
  it.each([
    ["", ["weather", "fog", "horn", "sea", "birds", "fogsea"]],
    ["fog", ["fog", "horn"]],
    ["FÖG", ["fog", "horn"]],
    ["horn", ["horn"]],
    ["far fog", ["horn"]],
    ["wea", ["weather", "fog", "horn", "sea"]],
    ["wea sea", ["sea"]],
    ["ring", ["birds", "fogsea"]],
    ["weather/", ["fog", "horn", "sea"]],
    ["weather / s", ["sea"]],
    ["wea/horn", ["horn"]],
    ["sea/weather", []],
    ["x", []],
  ])("for “%s”", (typed, expected) => expect(ids(typed)).toEqual(expected));
  it("puts what the whole of it leads to before what lies below that", () => {
    const rows = tree(
      ["w", null, "weather"],
      ["old", "w", "fog, old"],
      ["far", "old", "far"],
      ["fog", "w", "fog"],
    );
    expect(offersFor(rows, "weather/fog", all).offers.map(({ id }) => id)).toEqual(["old", "fog", "far"]);
  });
  it("begins with what is there already, while nothing is typed", () =>
    expect(ids("", { first: ((id: string) => id === "sea") as never })[0]).toBe("sea"));
  it("leaves out what is hidden, until it is typed", () => {
    const aside = new Set(["sea"]);
    expect(ids("", { aside })).not.toContain("sea");
    expect(ids("sea", { aside })).toEqual(["sea", "fogsea"]);
  });
  it("says what is typed whole: a path, or a name that is the only one", () => {
    const whole = (typed: string) =>
      offersFor(tags, typed, all).offers.flatMap(({ id, isWhole }) => (isWhole ? id : []));
    expect(whole("weather/sea")).toEqual(["sea"]);
    expect(whole("fog")).toEqual(["fog"]);
    // There are two of that name: either may be meant, or a new one.
    expect(whole("sea")).toEqual([]);
    expect(whole("weather / ")).toEqual([]);
  });
  it("tells how many more there are", () =>
    expect(offersFor(tags, "", { ...all, limit: 2 })).toMatchObject({ offers: [{}, {}], more: 4 }));
  it("never fails, and finds every row by its own path", () => {
    fc.assert(fc.property(fc.string(), (typed) => void ids(typed)));
    for (const id of tags.keys()) expect(ids(namesDown(tags, id).join(" / "))[0]).toBe(id);
  });
});

describe("several names in one breath", () => {
  const read = (typed: string) => {
    const { before, last } = readSeveral(tags, typed, new Set());
    return [...before.map(({ id, path }) => `${id ?? "new"}: ${path}`), last];
  };
  it.each([
    ["fog", ["fog"]],
    ["fog, wea", ["fog: weather / fog", " wea"]],
    ["ring, slack water, fog", ["birds: Bird ringing", "new: slack water", " fog"]],
    ["fog,", ["fog: weather / fog", ""]],
    [" , fog,, ", ["fog: weather / fog", " "]],
    ["wea / rain, x", ["new: weather / rain", " x"]],
    // A tag with a comma in its name.
    ["fog-horn, far", ["fog-horn, far"]],
    ["fog-horn, near", ["horn: weather / fog / Fog-horn, far", " near"]],
  ])("“%s”", (typed, expected) => expect(read(typed)).toEqual(expected));

  it("a new one is made below those that are there", () => {
    expect(
      ["rain", "wea / rain", "weather/fog/thick", "tide / slack"].map((typed) => newPath(tags, typed)),
    ).toEqual(["rain", "weather / rain", "weather / fog / thick", "tide / slack"]);
  });
});
