import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aCard, aFolder } from "../../../testing/library";
import { applyRowChanges, emptyReplica, type Replica, type RowChange } from "../library/change";
import type { SearchDocument } from "./document";
import { documentChanges } from "./documents";

const insert = (entity: string, row: object) => ({ kind: "insert", entity, row }) as unknown as RowChange;
const update = (entity: string, id: string, set: object) =>
  ({ kind: "update", entity, id, set }) as unknown as RowChange;
const remove = (entity: string, id: string) => ({ kind: "delete", entity, id }) as unknown as RowChange;

const library = (): Replica =>
  applyRowChanges(emptyReplica(), [
    insert("folder", aFolder({ id: "w", name: "Weather" })),
    insert("folder", aFolder({ id: "r", name: "Rain", parentId: "w" })),
    insert("folder", aFolder({ id: "b", name: "Boats" })),
    insert("card", aCard({ id: "in rain", name: "Sleet", folderId: "r" })),
    insert("card", aCard({ id: "in boats", name: "Winch", folderId: "b" })),
    insert("card", aCard({ id: "unfiled", name: "Plate" })),
  ]);
const after = (...changes: RowChange[]) => {
  const before = library();
  const { put, remove: gone } = documentChanges(before, applyRowChanges(before, changes), "me");
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
    const late = applyRowChanges(library(), [insert("card", aCard({ id: "early", folderId: "late" }))]);
    const whole = applyRowChanges(late, [insert("folder", aFolder({ id: "late", name: "Late" }))]);
    expect(documentChanges(late, whole, "me").put.map((d) => d.folder)).toEqual([["Late"]]);
    expect(after(remove("folder", "b")).put).toEqual([["in boats", ""]]);
  });
  it("is the card alone that changed, and its removal where it is withdrawn", () => {
    expect(after(update("card", "unfiled", { note: "Thin" })).put.map(([id]) => id)).toEqual(["unfiled"]);
    expect(after(update("card", "unfiled", { withdrawn: true }))).toEqual({ put: [], gone: ["unfiled"] });
  });
});

it("after any changes leads to the documents of the library as it then is", () => {
  const id = fc.constantFrom("a", "b", "c", "d", "e");
  const name = fc.constantFrom("One", "Two", "Three");
  const place = fc.option(id, { nil: null });
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
      .record({ id, cardId: id })
      .map((row) => insert("favourite", { ...row, ownerId: "me", position: "a0", version: 1 })),
  );
  fc.assert(
    fc.property(fc.array(fc.array(change, { maxLength: 3 }), { maxLength: 20 }), (batches) => {
      const documents = new Map<string, SearchDocument>();
      const take = (before: Replica | null, now: Replica) => {
        const { put, remove } = documentChanges(before, now, "me");
        for (const id of remove) documents.delete(id);
        for (const document of put) documents.set(document.id, document);
      };
      let replica = emptyReplica();
      take(null, replica);
      for (const batch of batches) {
        const next = applyRowChanges(replica, batch);
        take(replica, next);
        replica = next;
      }
      const anew = documentChanges(null, replica, "me").put;
      expect([...documents.values()].sort((a, b) => (a.id < b.id ? -1 : 1))).toEqual(
        [...anew].sort((a, b) => (a.id < b.id ? -1 : 1)),
      );
    }),
    { numRuns: 300 },
  );
});
