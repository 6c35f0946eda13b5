import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aCard, aFolder, aTag } from "../../../testing/library";
import { filedIn, isFiledIn, refiled, refusal, takenOutOf, withHome } from "./filing";
import { impliedTags, leastTags, withoutTag, withTag } from "./tags";
import { namesDown, resolvePath, rowsWithin, shownRows, treeRows, upwards } from "./tree";

/** A tree of up to nine rows, each in one before it or at the top. */
const tree = fc.array(fc.nat(), { minLength: 1, maxLength: 9 }).map(
  (draws) =>
    new Map(
      draws.map((draw, i) => {
        const at = draw % (i + 1);
        const parentId = at === i ? null : `${at}`;
        return [`${i}`, aTag({ id: `${i}`, name: `tag ${i}`, parentId, position: `a${i}` })] as const;
      }),
    ),
);

describe("a tree", () => {
  it("has each row once, after what it lies in, and what lies in it is all that has it above", () => {
    fc.assert(
      fc.property(tree, (rows) => {
        const listed = treeRows(rows).map(({ row, depth }) => [row.id, depth] as const);
        expect(listed.map(([id]) => id).sort()).toEqual([...rows.keys()].sort());
        for (const [id, depth] of listed) {
          expect(upwards(rows, id)).toHaveLength(depth + 1);
          const within = [...rows.keys()].filter((other) => upwards(rows, other).includes(id));
          expect([...rowsWithin(rows, id)].sort()).toEqual(within.sort());
          expect(resolvePath(rows, namesDown(rows, id))).toEqual({ id, missing: [] });
        }
      }),
    );
  });
  it("shows what nothing above hides or closes, and what leads to where one is", () => {
    const some = fc.array(fc.nat(), { maxLength: 3 });
    fc.assert(
      fc.property(tree, some, some, fc.nat(), (rows, hidden, shut, at) => {
        const pick = (draws: readonly number[]) => new Set(draws.map((draw) => `${draw % rows.size}`));
        const [aside, closed] = [pick(hidden), pick(shut)];
        const to = `${at % rows.size}`;
        const leads = upwards(rows, to).slice(1);
        const above = (id: string) => upwards(rows, id).slice(1);
        const seen = treeRows(rows)
          .map(({ row }) => row.id)
          .filter(
            (id) =>
              !upwards(rows, id).some((one) => aside.has(one)) &&
              above(id).every((one) => !closed.has(one) || leads.includes(one)),
          );
        const shown = shownRows(rows, { aside, closed, to });
        expect(shown.map(({ row }) => row.id)).toEqual(seen);
        for (const { row, isOpen } of shown) {
          const holds = [...rows.values()].some(({ parentId }) => parentId === row.id);
          expect(isOpen).toBe(holds ? !closed.has(row.id) || leads.includes(row.id) : undefined);
        }
      }),
      { numRuns: 300 },
    );
  });
  it("ends where a circle closes", () => {
    const rows = new Map([
      ["a", aTag({ id: "a", parentId: "b" })],
      ["b", aTag({ id: "b", parentId: "a" })],
    ]);
    expect(upwards(rows, "a")).toEqual(["a", "b"]);
    expect(namesDown(rows, "gone")).toEqual([]);
  });
});

describe("tags of a card", () => {
  it("are those that were given, each with what it implies, whatever was given and taken before", () => {
    const steps = fc.array(fc.tuple(fc.nat(), fc.boolean()), { maxLength: 12 });
    fc.assert(
      fc.property(tree, steps, (rows, given) => {
        let tagIds: string[] = [];
        // The model: all that a card has, in words closed upwards.
        let has = new Set<string>();
        for (const [draw, on] of given) {
          const id = `${draw % rows.size}`;
          tagIds = on ? withTag(rows, tagIds, id) : withoutTag(rows, tagIds, id);
          if (on) for (const above of upwards(rows, id)) has.add(above);
          else {
            // What is left is what the rest of the stored ones imply: the model keeps the leaves that are not below it.
            const leaves = [...has].filter(
              (one) => ![...has].some((other) => other !== one && upwards(rows, other).includes(one)),
            );
            has = new Set(
              leaves
                .filter((leaf) => !upwards(rows, leaf).includes(id))
                .flatMap((leaf) => upwards(rows, leaf)),
            );
          }
          expect(impliedTags(rows, tagIds)).toEqual(has);
          expect(leastTags(rows, tagIds)).toEqual(tagIds);
        }
      }),
      { numRuns: 500 },
    );
  });
  it("leave out what is gone", () =>
    expect(leastTags(new Map([["a", aTag({ id: "a" })]]), ["gone", "a", "a"])).toEqual(["a"]));
});

describe("where a card lies", () => {
  const id = fc.constantFrom("a", "b", "c", "d");
  const step = fc.oneof(
    id.map((folder) => ({ kind: "home", folder }) as const),
    id.map((folder) => ({ kind: "file", folder }) as const),
    id.map((folder) => ({ kind: "take", folder }) as const),
    fc.constant({ kind: "unfile", folder: "" } as const),
    fc
      .tuple(id, fc.option(id, { nil: null }))
      .map(([folder, into]) => ({ kind: "merge", folder, into }) as const),
  );
  it("is one home and further folders, none of them twice", () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 15 }), (steps) => {
        let card: Pick<ReturnType<typeof aCard>, "folderId" | "alsoIn"> = { folderId: null, alsoIn: [] };
        const places = new Set<string>();
        for (const one of steps) {
          const before = card;
          switch (one.kind) {
            case "home":
              if (card.folderId !== null) places.delete(card.folderId);
              places.add(one.folder);
              card = withHome(card, one.folder);
              expect(card.folderId).toBe(one.folder);
              break;
            case "unfile":
              if (card.folderId !== null) places.delete(card.folderId);
              card = withHome(card, null);
              break;
            case "file":
              places.add(one.folder);
              card = filedIn(card, one.folder);
              if (before.folderId !== null) expect(card.folderId).toBe(before.folderId);
              break;
            case "take":
              places.delete(one.folder);
              card = takenOutOf(card, one.folder);
              break;
            case "merge":
              if (places.delete(one.folder) && one.into !== null) places.add(one.into);
              else if (one.folder === one.into && isFiledIn(before, one.folder)) places.add(one.folder);
              card = refiled(card, new Map([[one.folder, one.into]]));
          }
          const lies = [...(card.folderId === null ? [] : [card.folderId]), ...card.alsoIn];
          expect(lies.toSorted()).toEqual([...places].sort());
          for (const folder of ["a", "b", "c", "d"]) expect(isFiledIn(card, folder)).toBe(places.has(folder));
        }
      }),
      { numRuns: 500 },
    );
  });

  it.each([
    ["any", { fits: [] }, { fits: ["clip"] }, null],
    ["a folder for clips", { fits: ["clip"] }, { fits: ["clip", "bus"] }, null],
    ["a folder for photos", { fits: ["photo"] }, { fits: [], medium: "image" }, null],
    [
      "a folder for buses",
      { fits: ["bus"] },
      { fits: ["clip"] },
      "“Weather” takes cards for bus only; “Foghorn distance” is for clip.",
    ],
  ] as const)("is refused by %s only where no kind of target is meant by both", (_, folder, card, expected) =>
    expect(refusal(aFolder(folder as never), aCard(card as never))).toBe(expected),
  );
  it("says what a card is for that names no kinds", () =>
    expect(refusal(aFolder({ fits: ["clip"] }), aCard({ medium: "image" }))).toMatch(/is for photo/));
});
