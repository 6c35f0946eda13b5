import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aCard, aFolder } from "../../../testing/library";
import { sortKey } from "../text/fold";
import { applyRowChanges, emptyReplica, type Replica, type RowChange } from "./change";
import { Shelf, type Place } from "./shelf";

const insert = (entity: string, row: object) => ({ kind: "insert", entity, row }) as unknown as RowChange;
const update = (entity: string, id: string, set: object) =>
  ({ kind: "update", entity, id, set }) as unknown as RowChange;
const remove = (entity: string, id: string) => ({ kind: "delete", entity, id }) as unknown as RowChange;

/** What a place holds, as it is defined: by looking at every card. */
function plainly(replica: Replica, place: Place): string[] {
  const cards = [...replica.card.values()].filter((card) => card.withdrawn === (place.kind === "withdrawn"));
  if (place.kind === "favourites")
    return [...replica.favourite.values()]
      .sort((a, b) =>
        a.position < b.position ? -1 : a.position > b.position ? 1 : a.cardId < b.cardId ? -1 : 1,
      )
      .map((f) => f.cardId)
      .filter((id, i, all) => all.indexOf(id) === i && cards.some((card) => card.id === id));
  /** Whether a folder is another one or lies below it, also where somebody's changes made a circle for a moment. */
  const lies = (folderId: string | null, within: string) => {
    const seen = new Set<string>();
    for (let at = folderId; at !== null && !seen.has(at); at = replica.folder.get(at)?.parentId ?? null)
      seen.add(at);
    return seen.has(within);
  };
  return cards
    .filter(({ folderId }) =>
      place.kind === "unfiled" ? folderId === null : place.kind !== "folder" || lies(folderId, place.id),
    )
    .map(({ id, name }) => `${sortKey(name)}\u0000${name}\u0000${id}`)
    .sort()
    .map((key) => key.split("\u0000")[2]);
}

const library = (): Replica =>
  applyRowChanges(emptyReplica(), [
    insert("folder", aFolder({ id: "w", name: "Weather" })),
    insert("folder", aFolder({ id: "r", name: "Rain", parentId: "w" })),
    insert("card", aCard({ id: "1", name: "Take 10", folderId: "r" })),
    insert("card", aCard({ id: "2", name: "take 9", folderId: "w" })),
    insert("card", aCard({ id: "3", name: "Ösel", folderId: null })),
    insert("card", aCard({ id: "4", name: "Old", folderId: "w", withdrawn: true })),
    insert("favourite", { id: "f1", cardId: "3", position: "a1", ownerId: "me", version: 1 }),
    insert("favourite", { id: "f2", cardId: "1", position: "a0", ownerId: "me", version: 1 }),
    insert("alias", { id: "a1", cardId: "1", text: "tt", ownerId: "me", version: 1 }),
    insert("keyBinding", { id: "k1", cardId: "2", key: "y", ownerId: "me", version: 1 }),
  ]);

describe("a shelf", () => {
  const shelf = new Shelf(library());
  it("has cards by name with numbers by value, a folder with those below, favourites in their order", () => {
    expect(shelf.at({ kind: "all" })).toEqual(["3", "2", "1"]);
    expect(shelf.at({ kind: "folder", id: "w" })).toEqual(["2", "1"]);
    expect(shelf.at({ kind: "folder", id: "r" })).toEqual(["1"]);
    expect(shelf.at({ kind: "unfiled" })).toEqual(["3"]);
    expect(shelf.at({ kind: "favourites" })).toEqual(["1", "3"]);
    expect(shelf.at({ kind: "withdrawn" })).toEqual(["4"]);
  });
  it("counts them, withdrawn ones apart", () =>
    expect(
      (["all", "unfiled", "favourites", "withdrawn"] as const).map((kind) => shelf.count({ kind })),
    ).toEqual([3, 1, 2, 1]));
  it("counts a folder with those below it, and nothing where there is none", () =>
    expect(["w", "r", "gone"].map((id) => shelf.count({ kind: "folder", id }))).toEqual([2, 1, 0]));
  it("knows what belongs to a card", () => {
    const texts = (id: string) => shelf.aliasesOf(id).map(({ text }) => text);
    expect([texts("1"), texts("2")]).toEqual([["tt"], []]);
    expect([shelf.keyOf("2"), shelf.keyOf("1")]).toEqual(["y", undefined]);
    expect([shelf.isFavourite("3"), shelf.isFavourite("2")]).toEqual([true, false]);
  });
});

it("after any changes, asked in between or not, is as one made anew", () => {
  const id = fc.constantFrom("a", "b", "c", "d", "e", "f");
  const name = fc.constantFrom("Plate", "plate", "Take 9", "Take 10", "Ösel");
  const place = fc.option(id, { nil: null });
  const own = { ownerId: "me", version: 1 };
  const change = fc.oneof(
    fc.record({ id, name, parentId: place }).map((row) => insert("folder", aFolder(row))),
    fc.record({ id, parentId: place }).map(({ id, parentId }) => update("folder", id, { parentId })),
    id.map((id) => remove("folder", id)),
    fc
      .record({ id, name, folderId: place, withdrawn: fc.boolean() })
      .map((row) => insert("card", aCard(row))),
    fc.record({ id, name }).map(({ id, name }) => update("card", id, { name })),
    fc.record({ id, folderId: place }).map(({ id, folderId }) => update("card", id, { folderId })),
    fc.record({ id, withdrawn: fc.boolean() }).map(({ id, withdrawn }) => update("card", id, { withdrawn })),
    fc.record({ id, note: name }).map(({ id, note }) => update("card", id, { note })),
    id.map((id) => remove("card", id)),
    fc.record({ id, cardId: id, text: name }).map((row) => insert("alias", { ...row, ...own })),
    fc.record({ id, cardId: id }).map(({ id, cardId }) => update("alias", id, { cardId })),
    id.map((id) => remove("alias", id)),
    fc
      .record({ id, cardId: id, position: fc.constantFrom("a0", "a1", "a2") })
      .map((row) => insert("favourite", { ...row, ...own })),
    id.map((id) => remove("favourite", id)),
    fc.record({ id, cardId: id, key: name }).map((row) => insert("keyBinding", { ...row, ...own })),
    id.map((id) => remove("keyBinding", id)),
  );
  const batch = fc.record({ changes: fc.array(change, { maxLength: 4 }), asks: fc.boolean() });
  fc.assert(
    fc.property(fc.array(batch, { maxLength: 25 }), (batches) => {
      let replica = emptyReplica();
      const shelf = new Shelf(replica);
      const places = (): Place[] => [
        { kind: "all" },
        { kind: "unfiled" },
        { kind: "favourites" },
        { kind: "withdrawn" },
        ...["a", "b", "c", "gone"].map((id): Place => ({ kind: "folder", id })),
      ];
      for (const { changes, asks } of batches) {
        replica = applyRowChanges(replica, changes);
        shelf.take(changes, replica);
        if (asks) places().forEach((place) => [shelf.at(place), shelf.count(place)]);
      }
      const anew = new Shelf(replica);
      for (const place of places()) {
        expect(shelf.at(place)).toEqual(plainly(replica, place));
        expect(anew.at(place)).toEqual(plainly(replica, place));
        expect(shelf.count(place)).toBe(anew.count(place));
        if (place.kind !== "favourites") expect(shelf.count(place)).toBe(plainly(replica, place).length);
      }
      for (const card of ["a", "b", "c"]) {
        const ids = (of: Shelf) => of.aliasesOf(card).map(({ id }) => id);
        expect(ids(shelf).sort()).toEqual(ids(anew).sort());
        expect(shelf.isFavourite(card)).toBe([...replica.favourite.values()].some((f) => f.cardId === card));
        expect(shelf.keyOf(card) !== undefined).toBe(
          [...replica.keyBinding.values()].some((k) => k.cardId === card),
        );
      }
    }),
    { numRuns: 300 },
  );
});
