import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aCard, aFolder, aHiding, aList, aTag } from "../../../testing/library";
import { applyRowChanges, emptyReplica, type RowChange } from "../library/change";
import { Shelf } from "../library/shelf";
import type { SearchDocument } from "./document";
import { documentsOf } from "./documents";

const insert = (entity: string, row: object) => ({ kind: "insert", entity, row }) as unknown as RowChange;
const update = (entity: string, id: string, set: object) =>
  ({ kind: "update", entity, id, set }) as unknown as RowChange;
const remove = (entity: string, id: string) => ({ kind: "delete", entity, id }) as unknown as RowChange;

const library = [
  insert("folder", aFolder({ id: "w", name: "Weather" })),
  insert("folder", aFolder({ id: "r", name: "Rain", parentId: "w" })),
  insert("folder", aFolder({ id: "b", name: "Boats" })),
  insert("card", aCard({ id: "in rain", name: "Sleet", folderId: "r" })),
  insert("card", aCard({ id: "in boats", name: "Winch", folderId: "b" })),
  insert("card", aCard({ id: "unfiled", name: "Plate" })),
];
/** A copy that follows changes, and what is sent of each. */
class Followed {
  private replica = emptyReplica();
  readonly shelf = new Shelf(this.replica);

  take(...changes: RowChange[]): ReturnType<typeof documentsOf> {
    this.replica = applyRowChanges(this.replica, changes);
    const touched = this.shelf.take(changes, this.replica);
    return documentsOf(touched, { known: this.replica, shelf: this.shelf, habitsOf: () => [] }, "me");
  }

  /** All of it, as if it were seen for the first time. */
  anew(): SearchDocument[] {
    const { replica } = this;
    return documentsOf(
      replica.card.keys(),
      { known: replica, shelf: new Shelf(replica), habitsOf: () => [] },
      "me",
    ).put;
  }
}

const after = (...changes: RowChange[]) => {
  const copy = new Followed();
  copy.take(...library);
  const { put, remove: gone } = copy.take(...changes);
  return { put: put.map((d) => [d.id, d.folder.join(" / ")]), gone };
};

describe("what the index is sent", () => {
  it("is nothing for a folder in which nothing lies", () =>
    expect(after(insert("folder", aFolder({ id: "n", name: "New" })))).toEqual({ put: [], gone: [] }));
  it("is nothing for a folder that only lies elsewhere among its siblings", () =>
    expect(after(update("folder", "w", { position: "z9" }))).toEqual({ put: [], gone: [] }));
  it("is what lies in and below a folder that is renamed or moved, and nothing else", () => {
    expect(after(update("folder", "w", { name: "Storms" }))).toEqual({
      put: [["in rain", "Storms / Rain"]],
      gone: [],
    });
    expect(after(update("folder", "r", { parentId: "b" }))).toEqual({
      put: [["in rain", "Boats / Rain"]],
      gone: [],
    });
  });
  it("is the cards of a folder that comes only after them, or goes before them", () => {
    const copy = new Followed();
    copy.take(...library, insert("card", aCard({ id: "early", folderId: "late" })));
    const { put } = copy.take(insert("folder", aFolder({ id: "late", name: "Late" })));
    expect(put.map((d) => d.folder)).toEqual([["Late"]]);
    expect(after(remove("folder", "b")).put).toEqual([["in boats", ""]]);
  });
  it("is the card alone that changed or was withdrawn, and its removal where it is gone", () => {
    for (const set of [{ note: "Thin" }, { withdrawn: true }])
      expect(after(update("card", "unfiled", set)).put.map(([id]) => id)).toEqual(["unfiled"]);
    expect(after(remove("card", "unfiled"))).toEqual({ put: [], gone: ["unfiled"] });
  });
  it("is both cards where two come to have the same content, and both where they have it no more", () => {
    const copy = new Followed();
    copy.take(...library);
    copy.take(
      update("card", "in boats", { fingerprint: "other" }),
      update("card", "in rain", { fingerprint: "third" }),
    );
    const doubles = (...changes: RowChange[]) =>
      copy.take(...changes).put.map(({ id, isDouble }) => [id, isDouble]);
    expect(doubles(update("card", "in boats", { fingerprint: "third" })).sort()).toEqual([
      ["in boats", true],
      ["in rain", true],
    ]);
    expect(doubles(update("card", "in rain", { withdrawn: true })).sort()).toEqual([
      ["in boats", false],
      ["in rain", false],
    ]);
  });
  it("is the cards of a member who is called otherwise", () => {
    const copy = new Followed();
    copy.take(...library, insert("member", { id: "m", userId: "user-1", name: "curator", version: 1 }));
    const { put } = copy.take(update("member", "m", { name: "keeper" }));
    expect(put.map(({ id, by }) => [id, by]).sort()).toEqual([
      ["in boats", "keeper"],
      ["in rain", "keeper"],
      ["unfiled", "keeper"],
    ]);
  });
  it("is the card that is given an alias, which counts as one's own or the team's", () => {
    const copy = new Followed();
    copy.take(...library);
    const alias = (id: string, ownerId: string | null) =>
      insert("alias", { id, cardId: "unfiled", text: id, ownerId, version: 1 });
    const { put } = copy.take(alias("mine", "me"), alias("ours", null), alias("yours", "you"));
    expect(put).toMatchObject([{ id: "unfiled", ownAliases: ["mine"], teamAliases: ["ours"], origin: 1 }]);
    expect(copy.take(remove("alias", "mine")).put).toMatchObject([{ ownAliases: [] }]);
  });
  it("counts a favourite as one's own", () => {
    const copy = new Followed();
    copy.take(...library, insert("favouritesList", aList({ id: "l" })));
    const mark = { id: "f", listId: "l", cardId: "unfiled", ownerId: "me", position: "a0", version: 1 };
    expect(copy.take(insert("favourite", mark)).put).toMatchObject([{ id: "unfiled", origin: 0 }]);
    expect(copy.take(remove("favourite", "f")).put).toMatchObject([{ id: "unfiled", origin: 1 }]);
  });
});

describe("what is hidden", () => {
  const hiddenAfter = (...changes: RowChange[]) => {
    const copy = new Followed();
    copy.take(...library, update("card", "unfiled", { maker: "Fog Yard" }));
    const { put } = copy.take(...changes);
    return put.filter(({ isHidden }) => isHidden).map(({ id }) => id);
  };
  it.each([
    ["a card", { cardId: "unfiled" }, ["unfiled"]],
    ["what lies in a folder and below it", { folderId: "w" }, ["in rain"]],
    ["a maker's cards, whatever the case", { maker: "fog yard" }, ["unfiled"]],
    ["no card with a tag", { tagId: "t" }, []],
  ])("is %s", (_, what, expected) => expect(hiddenAfter(insert("hiding", aHiding(what)))).toEqual(expected));
  it("comes and goes with where a card and its folder lie", () => {
    const copy = new Followed();
    copy.take(...library, insert("hiding", aHiding({ folderId: "b" })));
    const hidden = (...changes: RowChange[]) =>
      copy.take(...changes).put.map(({ id, isHidden }) => [id, isHidden]);
    expect(hidden(update("folder", "r", { parentId: "b" }))).toEqual([["in rain", true]]);
    expect(hidden(update("card", "in rain", { folderId: null, alsoIn: ["r"] }))).toEqual([
      ["in rain", false],
    ]);
    expect(hidden(remove("hiding", "hiding-1"))).toEqual([
      ["in rain", false],
      ["in boats", false],
    ]);
  });
});

it("after any changes leads to the documents of the library as it then is", () => {
  const id = fc.constantFrom("a", "b", "c", "d", "e");
  const name = fc.constantFrom("One", "Two", "Three");
  const place = fc.option(id, { nil: null });
  const few = fc.uniqueArray(id, { maxLength: 3 });
  const change = fc.oneof(
    fc.record({ id, name, parentId: place }).map((row) => insert("folder", aFolder(row))),
    fc.record({ id, name }).map(({ id, name }) => update("folder", id, { name })),
    fc.record({ id, parentId: place }).map(({ id, parentId }) => update("folder", id, { parentId })),
    id.map((id) => remove("folder", id)),
    fc
      .record({ id, name, folderId: place, withdrawn: fc.boolean() })
      .map((row) => insert("card", aCard(row))),
    fc.record({ id, folderId: place }).map(({ id, folderId }) => update("card", id, { folderId })),
    id.map((id) => remove("card", id)),
    fc
      .record({ id, cardId: id, text: name, ownerId: fc.constantFrom("me", "you", null) })
      .map((row) => insert("alias", { ...row, version: 1 })),
    id.map((id) => remove("alias", id)),
    fc
      .record({ id, cardId: id, listId: id })
      .map((row) => insert("favourite", { ...row, ownerId: "me", position: "a0", version: 1 })),
    id.map((id) => remove("favourite", id)),
    fc
      .record({ id, name, ownerId: fc.constantFrom("me", null), removed: fc.boolean() })
      .map((row) => insert("favouritesList", aList(row))),
    fc.record({ id, name }).map(({ id, name }) => update("favouritesList", id, { name })),
    id.map((id) => remove("favouritesList", id)),
    fc.record({ id, name, parentId: place }).map((row) => insert("tag", aTag(row))),
    fc.record({ id, name }).map(({ id, name }) => update("tag", id, { name })),
    fc.record({ id, parentId: place }).map(({ id, parentId }) => update("tag", id, { parentId })),
    id.map((id) => remove("tag", id)),
    fc.record({ id, tagIds: few }).map(({ id, tagIds }) => update("card", id, { tagIds })),
    fc.record({ id, alsoIn: few }).map(({ id, alsoIn }) => update("card", id, { alsoIn })),
    fc.record({ id, maker: name }).map(({ id, maker }) => update("card", id, { maker })),
    fc
      .record({ id, cardId: id, stars: fc.integer({ min: 1, max: 5 }) })
      .map((row) => insert("rating", { ...row, ownerId: "me", version: 1 })),
    id.map((id) => remove("rating", id)),
    fc
      .tuple(
        id,
        fc.oneof(
          id.map((cardId) => ({ cardId })),
          id.map((folderId) => ({ folderId })),
          name.map((maker) => ({ maker })),
        ),
      )
      .map(([id, what]) => insert("hiding", aHiding({ id, ...what }))),
    id.map((id) => remove("hiding", id)),
  );
  fc.assert(
    fc.property(fc.array(fc.array(change, { maxLength: 3 }), { maxLength: 20 }), (batches) => {
      const documents = new Map<string, SearchDocument>();
      const copy = new Followed();
      for (const batch of batches) {
        const { put, remove } = copy.take(...batch);
        for (const id of remove) documents.delete(id);
        for (const document of put) documents.set(document.id, document);
      }
      const inOrder = (all: Iterable<SearchDocument>) => [...all].sort((a, b) => (a.id < b.id ? -1 : 1));
      expect(inOrder(documents.values())).toEqual(inOrder(copy.anew()));
    }),
    { numRuns: 300 },
  );
});
