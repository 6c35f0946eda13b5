import { describe, expect, it } from "vitest";
import { emptyReplica, replicaOf } from "../change";
import { aHead } from "../../../../testing/library";
import {
  entities,
  entityNames,
  factsOf,
  headFields,
  headFrom,
  libraryEntities,
  nameOfRow,
  type Entity,
} from "./index";

describe("kinds of rows", () => {
  it("refer only to kinds that come before them, or to their own", () => {
    for (const [i, entity] of entityNames.entries())
      for (const to of Object.values(factsOf(entity).references ?? {}))
        expect(entityNames.slice(0, i + 1)).toContain(to as Entity);
  });
  it("are about a row that they refer to", () => {
    for (const entity of entityNames) {
      const { about, references } = factsOf(entity);
      for (const field of about ?? []) expect(Object.keys(references ?? {})).toContain(field);
    }
  });
  it("have a noun each", () =>
    expect(new Set(entityNames.map((e) => entities[e].noun)).size).toBe(entityNames.length));
  it("are known by a name, a text, a key, or by what they are about", () => {
    expect(nameOfRow("card", { name: "Room" })).toBe("Room");
    expect(nameOfRow("alias", { text: "shr" })).toBe("shr");
    expect(nameOfRow("keyBinding", { key: "4" })).toBe("4");
    // A hiding of a card, folder or tag is said by what it is about.
    expect(nameOfRow("hiding", { effect: "audio.gain", maker: null })).toBe("audio.gain");
    expect(nameOfRow("hiding", { effect: null, maker: "The yard" })).toBe("The yard");
    expect(nameOfRow("hiding", { effect: null, maker: null })).toBe("");
    for (const entity of entityNames) expect(factsOf(entity).nameOf ?? factsOf(entity).about).toBeDefined();
  });
  it("make a head of a card's fields in the order in which they travel", () => {
    const head = aHead({
      name: "Fog",
      fits: ["clip"],
      note: "wet",
      effects: ["audio.gain"],
      contentVersion: 3,
    });
    expect(headFrom(headFields.map((field) => head[field]))).toEqual(head);
    expect([...headFields].sort()).toEqual(Object.keys(head).sort());
  });
  it("all have a map in a copy; those of sessions come with their session", () => {
    expect(Object.keys(emptyReplica())).toEqual(entityNames);
    expect(libraryEntities).not.toContain("target");
    const rows = Object.fromEntries(libraryEntities.map((entity) => [entity, [{ id: `one ${entity}` }]]));
    const copy = replicaOf(rows as never);
    for (const entity of libraryEntities) expect([...copy[entity].keys()]).toEqual([`one ${entity}`]);
    expect(copy.target.size).toBe(0);
  });
});
