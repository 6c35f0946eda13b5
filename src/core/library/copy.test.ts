import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aCard, aFolder, aGainChain, aHead } from "../../../testing/library";
import { documentsOf } from "../search/documents";
import { applyRowChanges, emptyReplica, type Replica, type RowChange } from "./change";
import { LibraryCopy } from "./copy";
import { smallEntities, type SmallEntity } from "./entities";
import { Shelf } from "./shelf";

interface Change {
  readonly of: "library" | "member";
  readonly revision: number;
  readonly forward: readonly RowChange[];
}

/** A library on a server: how it stood after each change of each stream. */
class Server {
  private replica: Replica = emptyReplica();
  readonly changes: { readonly library: Change[]; readonly member: Change[] } = { library: [], member: [] };

  make(of: "library" | "member", forward: readonly RowChange[]): Change {
    const change = { of, revision: this.changes[of].length + 1, forward };
    this.changes[of].push(change);
    this.replica = applyRowChanges(this.replica, forward);
    return change;
  }

  since(of: "library" | "member", revision: number): readonly Change[] {
    return this.changes[of].slice(revision);
  }

  small() {
    const rows = Object.fromEntries(
      smallEntities.map((entity) => [entity, [...this.replica[entity].values()]]),
    ) as { [E in SmallEntity]: never };
    const streams = (["library", "member"] as const).map((of) => ({ of, revision: this.changes[of].length }));
    const ownCards = [...this.replica.card.values()].filter(({ ownerId }) => ownerId !== null);
    return { rows, ownCards, streams, habits: [] };
  }

  cards() {
    const heads = [...this.replica.card.values()].filter(({ ownerId }) => ownerId === null);
    return { heads, revision: this.changes.library.length };
  }

  all(): Replica {
    return this.replica;
  }
}

const insert = (entity: string, row: object) => ({ kind: "insert", entity, row }) as unknown as RowChange;
const change = (revision: number, ...forward: RowChange[]): Change => ({ of: "library", revision, forward });
const empty = () => new LibraryCopy(new Server().small());

describe("a library's copy", () => {
  it("shows no cards before all have come, and all of them then", () => {
    const copy = empty();
    copy.addCards([aHead({ id: "a" })]);
    expect([copy.isWhole, copy.replica.card.size, copy.known.card.size]).toEqual([false, 0, 1]);
    copy.addCards([aHead({ id: "b" })]);
    copy.endCards(0);
    expect([copy.isWhole, [...copy.replica.card.keys()]]).toEqual([true, ["a", "b"]]);
    expect(copy.shelf.count({ kind: "all" })).toBe(2);
  });
  it("is another replica with another shelf after each change, and after none the same", () => {
    const copy = empty();
    copy.endCards(0);
    const [replica, shelf] = [copy.replica, copy.shelf];
    expect([copy.replica, copy.shelf]).toEqual([replica, shelf]);
    copy.take(change(1, insert("card", aCard({ id: "a" }))));
    expect(copy.replica).not.toBe(replica);
    expect(copy.shelf).not.toBe(shelf);
    expect(copy.shelf.at({ kind: "all" })).toEqual(["a"]);
    // Those before show what is there now, to whoever asks late.
    expect(shelf.at({ kind: "all" })).toEqual(["a"]);
    expect(copy.shelf).toBe(copy.shelf);
  });
  it("takes each change once, and wants what lies between", () => {
    const copy = empty();
    copy.endCards(0);
    const first = change(1, insert("card", aCard({ id: "a" })));
    expect(copy.take(change(2))).toBeNull();
    expect(copy.revisionOf("library")).toBe(0);
    expect(copy.take(first)).toEqual(new Set(["a"]));
    expect(copy.take(first)).toEqual(new Set());
    expect([copy.revisionOf("library"), copy.replica.card.size]).toEqual([1, 1]);
  });
  it("takes what is new to it of a change where its cards stand at another revision than the rest", () => {
    const copy = empty();
    const made = change(
      1,
      insert("folder", aFolder({ id: "f" })),
      insert("card", aCard({ id: "a", name: "As it was first" })),
    );
    copy.take(made);
    expect([copy.replica.folder.size, copy.known.card.size]).toEqual([1, 0]);
    // The cards come as they were after another change, of which the rest has not heard.
    copy.addCards([aHead({ id: "a", name: "As it is now" })]);
    copy.endCards(2);
    expect(copy.revisionOf("library")).toBe(1);
    const next = change(
      2,
      { kind: "update", entity: "card", id: "a", set: { name: "As it is now" } },
      insert("folder", aFolder({ id: "g" })),
    );
    expect(copy.take(next)).toEqual(new Set());
    expect([copy.replica.folder.size, copy.replica.card.get("a")!.name]).toEqual([2, "As it is now"]);
  });
  it("takes older cards up to where the rest stands already", () => {
    const copy = empty();
    copy.take(change(1, insert("folder", aFolder({ id: "f" })), insert("card", aCard({ id: "a" }))));
    copy.endCards(0);
    expect(copy.revisionOf("library")).toBe(0);
    expect(
      copy.take(change(1, insert("folder", aFolder({ id: "f" })), insert("card", aCard({ id: "a" })))),
    ).toEqual(new Set(["a"]));
    expect([copy.replica.folder.size, copy.replica.card.size, copy.revisionOf("library")]).toEqual([1, 1, 1]);
  });
  it("forgets cards that came in part", () => {
    const copy = empty();
    copy.addCards([aHead({ id: "a" }), aHead({ id: "b" })]);
    expect(copy.dropCards().sort()).toEqual(["a", "b"]);
    expect([copy.known.card.size, copy.shelf.count({ kind: "all" }), copy.isWhole]).toEqual([0, 0, false]);
  });
  it("keeps private ones then, which came otherwise", () => {
    const own = aHead({ id: "own", layer: "private", ownerId: "me" });
    const copy = new LibraryCopy({ ...new Server().small(), ownCards: [own] });
    expect(copy.replica.card.size).toBe(0);
    copy.addCards([aHead({ id: "a" })]);
    expect(copy.dropCards()).toEqual(["a"]);
    copy.endCards(0);
    expect([...copy.replica.card.keys()]).toEqual(["own"]);
    expect([copy.shelf.at({ kind: "private" }), copy.shelf.at({ kind: "unfiled" })]).toEqual([["own"], []]);
  });
  it("is told a session's change and leaves it to the session", () =>
    expect(empty().take({ of: "session", revision: 9, forward: [] })).toEqual(new Set()));
});

describe("a client that misses any changes", () => {
  const id = fc.constantFrom("a", "b", "c", "d");
  /** Private cards, which come with the member's own things. */
  const ownId = fc.constantFrom("p", "q");
  const name = fc.constantFrom("One", "Two", "Three");
  const place = fc.option(id, { nil: null });
  const shared = fc.oneof(
    fc.record({ id, name, parentId: place }).map((row) => insert("folder", aFolder(row))),
    fc
      .record({ id, name, folderId: place, withdrawn: fc.boolean() })
      .map((row) => insert("card", aCard({ ...row, chain: aGainChain(1) }))),
    fc
      .record({ id, name, folderId: place })
      .map(({ id, ...set }) => ({ kind: "update", entity: "card", id, set }) as RowChange),
    fc
      .tuple(fc.constantFrom("card", "folder"), id)
      .map(([entity, id]) => ({ kind: "delete", entity, id }) as RowChange),
  );
  const own = fc.oneof(
    fc
      .record({ id, cardId: id, text: name, ownerId: fc.constantFrom("me", null) })
      .map((row) => insert("alias", { ...row, version: 1 })),
    fc
      .record({ id, cardId: id })
      .map((row) => insert("favourite", { ...row, ownerId: "me", position: "a0", version: 1 })),
    id.map((id) => ({ kind: "delete", entity: "favourite", id }) as RowChange),
    fc
      .record({ id: ownId, name, withdrawn: fc.boolean() })
      .map((row) => insert("card", aCard({ ...row, layer: "private", ownerId: "me", chain: aGainChain(1) }))),
    fc
      .record({ id: ownId, name })
      .map(({ id, ...set }) => ({ kind: "update", entity: "card", id, set }) as RowChange),
    ownId.map((id) => ({ kind: "delete", entity: "card", id }) as RowChange),
  );
  const made = fc.oneof(
    fc.record({ of: fc.constant("library" as const), forward: fc.array(shared, { maxLength: 3 }) }),
    fc.record({ of: fc.constant("member" as const), forward: fc.array(own, { maxLength: 2 }) }),
  );
  /** What happens between the server and the page: a change, which is heard at once or not; or one of the three answers that the page waits for. */
  const event = fc.oneof(
    { weight: 6, arbitrary: fc.record({ made, isHeard: fc.boolean() }) },
    { weight: 1, arbitrary: fc.constant("small" as const) },
    { weight: 1, arbitrary: fc.constant("cards" as const) },
    { weight: 1, arbitrary: fc.constant("look" as const) },
  );

  it("ends with the library as it is, with its shelf, and with an index that says the same", () => {
    fc.assert(
      fc.property(fc.array(event, { maxLength: 30 }), (events) => {
        const server = new Server();
        let copy = null as LibraryCopy | null;
        const index = new Map<string, unknown>();
        const tell = (ids: Iterable<string>) => {
          const { put, remove } = documentsOf(ids, copy!, "me");
          for (const one of remove) index.delete(one);
          for (const one of put) index.set(one.id, one);
        };
        const look = () => {
          for (const of of ["library", "member"] as const)
            for (const missed of server.since(of, copy!.revisionOf(of))) tell(copy!.take(missed)!);
        };
        const small = () => void (copy ??= new LibraryCopy(server.small()));
        const cards = () => {
          if (!copy || copy.isWhole) return;
          const { heads, revision } = server.cards();
          copy.addCards(heads);
          tell(copy.known.card.keys());
          copy.endCards(revision);
        };
        for (const one of events)
          if (one === "small") small();
          else if (one === "cards") cards();
          else if (one === "look") {
            if (copy) look();
          } else {
            const { of, revision, forward } = server.make(one.made.of, one.made.forward);
            if (!one.isHeard || !copy) continue;
            const touched = copy.take({ of, revision, forward });
            if (touched) tell(touched);
            else look();
          }
        small();
        cards();
        look();
        const now = copy!;
        const all = server.all();
        for (const entity of ["folder", "card", "alias", "favourite"] as const)
          expect(new Map(now.replica[entity] as ReadonlyMap<string, unknown>)).toEqual(all[entity]);
        const anew = new Shelf(all);
        const places = [
          { kind: "all" },
          { kind: "withdrawn" },
          { kind: "unfiled" },
          { kind: "private" },
          { kind: "folder", id: "a" },
        ] as const;
        for (const place of places)
          expect([now.shelf.at(place), now.shelf.count(place)]).toEqual([anew.at(place), anew.count(place)]);
        const whole = documentsOf(all.card.keys(), { known: all, shelf: anew, habitsOf: () => [] }, "me").put;
        expect(index).toEqual(new Map(whole.map((document) => [document.id, document])));
      }),
      { numRuns: 500 },
    );
  });
});

describe("how a member uses cards", () => {
  const habit = { cardId: "a", kind: "clip", uses: 2, lastAt: 5, score: 3 };
  it("is there from the beginning, and brought up by uses", () => {
    const rows = Object.fromEntries(smallEntities.map((entity) => [entity, []])) as never;
    const copy = new LibraryCopy({ ownCards: [], rows, streams: [], habits: [habit] });
    expect(copy.habitsOf("a")).toEqual([habit]);
    const more = { ...habit, uses: 3, score: 4 };
    expect([...copy.takeHabits([more])]).toEqual(["a"]);
    expect(copy.habitsOf("a")).toEqual([more]);
    expect(copy.habitsOf("b")).toEqual([]);
  });
});
