import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aCard, aFolder, aHiding, aList, aTag } from "../../../testing/library";
import { fold, sortKey } from "../text/fold";
import { applyRowChanges, emptyReplica, type Replica, type RowChange } from "./change";
import type { CardHead } from "./entities";
import { Shelf, type Place } from "./shelf";

const insert = (entity: string, row: object) => ({ kind: "insert", entity, row }) as unknown as RowChange;
const update = (entity: string, id: string, set: object) =>
  ({ kind: "update", entity, id, set }) as unknown as RowChange;
const remove = (entity: string, id: string) => ({ kind: "delete", entity, id }) as unknown as RowChange;

/** A row of a tree and all that it lies in, as far as is known. */
function above(rows: ReadonlyMap<string, { readonly parentId: string | null }>, id: string | null): string[] {
  const seen: string[] = [];
  for (let at = id; at !== null && !seen.includes(at); at = rows.get(at)?.parentId ?? null) seen.push(at);
  return seen;
}

/** Whether a card is hidden, as it is defined. */
function isHidden(replica: Replica, { id, folderId, maker }: CardHead): boolean {
  const folders = above(replica.folder, folderId);
  return [...replica.hiding.values()].some(
    (row) =>
      row.cardId === id ||
      (row.folderId !== null && folders.includes(row.folderId)) ||
      (row.maker !== null && fold(row.maker) === fold(maker)),
  );
}

/** What a place holds, as it is defined: by looking at every card. */
function plainly(replica: Replica, place: Place): string[] {
  const cards = [...replica.card.values()].filter((card) =>
    place.kind === "withdrawn" ? card.withdrawn : !card.withdrawn && !isHidden(replica, card),
  );
  if (place.kind === "list") {
    if (replica.favouritesList.get(place.id)?.removed !== false) return [];
    return [...replica.favourite.values()]
      .filter(({ listId }) => listId === place.id)
      .sort((a, b) => (a.position < b.position ? -1 : a.position > b.position ? 1 : a.id < b.id ? -1 : 1))
      .map((f) => f.cardId)
      .filter((id) => cards.some((card) => card.id === id));
  }
  const lies = ({ folderId, alsoIn }: CardHead, within: string) =>
    [folderId, ...alsoIn].some((id) => above(replica.folder, id).includes(within));
  const has = ({ tagIds }: CardHead, tagId: string) =>
    tagIds.some((id) => above(replica.tag, id).includes(tagId));
  return cards
    .filter((card) =>
      place.kind === "unfiled"
        ? card.folderId === null
        : place.kind === "folder"
          ? lies(card, place.id)
          : place.kind !== "tag" || has(card, place.id),
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
    insert("card", aCard({ id: "5", name: "Not wanted", maker: "Yard", folderId: "r", tagIds: ["soft"] })),
    insert("tag", aTag({ id: "wet" })),
    insert("tag", aTag({ id: "soft", name: "soft", parentId: "wet" })),
    update("card", "2", { tagIds: ["soft"], alsoIn: ["r"] }),
    update("card", "3", { tagIds: ["wet"], alsoIn: [] }),
    insert("hiding", aHiding({ maker: "YARD" })),
    insert("favouritesList", aList({ id: "l" })),
    insert("favouritesList", aList({ id: "team's", ownerId: null, mark: "N" })),
    insert("favouritesList", aList({ id: "old", removed: true })),
    insert("favourite", { id: "f1", listId: "l", cardId: "3", position: "a1", ownerId: "me", version: 1 }),
    insert("favourite", { id: "f2", listId: "l", cardId: "1", position: "a0", ownerId: "me", version: 1 }),
    insert("favourite", {
      id: "f3",
      listId: "team's",
      cardId: "1",
      position: "a0",
      ownerId: null,
      version: 1,
    }),
    insert("favourite", { id: "f4", listId: "old", cardId: "2", position: "a0", ownerId: "me", version: 1 }),
    insert("rating", { id: "s1", cardId: "2", stars: 4, ownerId: "me", version: 1 }),
    insert("alias", { id: "a1", cardId: "1", text: "tt", ownerId: "me", version: 1 }),
    insert("keyBinding", { id: "k1", cardId: "2", key: "y", ownerId: "me", version: 1 }),
  ]);

describe("a shelf", () => {
  const shelf = new Shelf(library());
  it("has cards by name with numbers by value, a folder or tag with those below, a list in its own order", () => {
    expect(shelf.at({ kind: "all" })).toEqual(["3", "2", "1"]);
    expect(shelf.at({ kind: "folder", id: "w" })).toEqual(["2", "1"]);
    expect(shelf.at({ kind: "folder", id: "r" })).toEqual(["2", "1"]);
    expect(shelf.at({ kind: "tag", id: "wet" })).toEqual(["3", "2"]);
    expect(shelf.at({ kind: "tag", id: "soft" })).toEqual(["2"]);
    expect(shelf.at({ kind: "unfiled" })).toEqual(["3"]);
    expect(shelf.at({ kind: "list", id: "l" })).toEqual(["1", "3"]);
    expect(shelf.at({ kind: "list", id: "old" })).toEqual([]);
    expect(shelf.at({ kind: "withdrawn" })).toEqual(["4"]);
  });
  it("counts them, withdrawn ones apart", () =>
    expect((["all", "unfiled", "withdrawn"] as const).map((kind) => shelf.count({ kind }))).toEqual([
      3, 1, 1,
    ]));
  it("counts a folder with those below it, and nothing where there is none", () =>
    expect(["w", "r", "gone"].map((id) => shelf.count({ kind: "folder", id }))).toEqual([2, 2, 0]));
  it("counts a tag with those below it, a card once, and what is on a list", () => {
    expect(["wet", "soft", "gone"].map((id) => shelf.count({ kind: "tag", id }))).toEqual([2, 1, 0]);
    expect(["l", "team's", "old"].map((id) => shelf.count({ kind: "list", id }))).toEqual([2, 1, 0]);
  });
  it("knows what belongs to a card", () => {
    const texts = (id: string) => shelf.aliasesOf(id).map(({ text }) => text);
    expect([texts("1"), texts("2")]).toEqual([["tt"], []]);
    expect([shelf.keyOf("2"), shelf.keyOf("1")]).toEqual(["y", undefined]);
    expect(shelf.listsOf("2")).toEqual([]);
    expect([shelf.isHiddenAlone("5"), shelf.isHiddenAlone("1")]).toEqual([false, false]);
    expect(shelf.listsOf("1").map(({ mark }) => mark)).toEqual(["F", "N"]);
    expect([shelf.starsOf("2"), shelf.starsOf("1")]).toEqual([4, 0]);
  });
});

it("after any changes, asked in between or not, is as one made anew", () => {
  const id = fc.constantFrom("a", "b", "c", "d", "e", "f");
  const name = fc.constantFrom("Plate", "plate", "Take 9", "Take 10", "Ösel");
  const place = fc.option(id, { nil: null });
  const few = fc.uniqueArray(id, { maxLength: 3 });
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
    fc.record({ id, alsoIn: few }).map(({ id, alsoIn }) => update("card", id, { alsoIn })),
    fc.record({ id, tagIds: few }).map(({ id, tagIds }) => update("card", id, { tagIds })),
    fc.record({ id, maker: name }).map(({ id, maker }) => update("card", id, { maker })),
    fc.record({ id, name, parentId: place }).map((row) => insert("tag", aTag(row))),
    fc.record({ id, parentId: place }).map(({ id, parentId }) => update("tag", id, { parentId })),
    id.map((id) => remove("tag", id)),
    fc.record({ id, removed: fc.boolean() }).map((row) => insert("favouritesList", aList(row))),
    fc
      .record({ id, removed: fc.boolean() })
      .map(({ id, removed }) => update("favouritesList", id, { removed })),
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
    fc.record({ id, note: name }).map(({ id, note }) => update("card", id, { note })),
    id.map((id) => remove("card", id)),
    fc.record({ id, cardId: id, text: name }).map((row) => insert("alias", { ...row, ...own })),
    fc.record({ id, cardId: id }).map(({ id, cardId }) => update("alias", id, { cardId })),
    id.map((id) => remove("alias", id)),
    fc
      .record({ id, cardId: id, listId: id, position: fc.constantFrom("a0", "a1", "a2") })
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
        { kind: "withdrawn" },
        ...["a", "b", "c", "gone"].flatMap((id) =>
          (["folder", "tag", "list"] as const).map((kind): Place => ({ kind, id })),
        ),
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
        expect(shelf.count(place)).toBe(plainly(replica, place).length);
      }
      for (const card of ["a", "b", "c"]) {
        const ids = (of: Shelf) => of.aliasesOf(card).map(({ id }) => id);
        expect(ids(shelf).sort()).toEqual(ids(anew).sort());
        expect(shelf.listsOf(card).length > 0).toBe(
          [...replica.favourite.values()].some(
            (f) => f.cardId === card && replica.favouritesList.get(f.listId)?.removed === false,
          ),
        );
        expect(shelf.isHiddenAlone(card)).toBe(
          [...replica.hiding.values()].some(({ cardId }) => cardId === card),
        );
        expect(shelf.keyOf(card) !== undefined).toBe(
          [...replica.keyBinding.values()].some((k) => k.cardId === card),
        );
      }
    }),
    { numRuns: 300 },
  );
});
