import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { RowChange } from "@/core/library/change";
import { LibraryCopy } from "@/core/library/copy";
import { smallEntities } from "@/core/library/entities";
import type { MemberSettings } from "@/core/library/media";
import { aFolder, aHead } from "../../../../testing/library";
import type { Arrival, LibraryData } from "../../data/library-store";
import { Store } from "../../data/store";
import { samePlace } from "../places";
import { readAddress } from "./address";
import { LibraryState } from "./library";
import type { LibraryRoom } from "./library";

const turn = () => new Promise<void>((resolve) => setImmediate(resolve));

interface Question {
  readonly kind: string;
  readonly query: string;
  answer(): void;
}

/** A library with five cards in two folders, an index that answers when it is told to, and the screen's state on it. */
function room({
  settings = {},
  arriving = false,
  search = "",
}: { settings?: MemberSettings; arriving?: boolean; search?: string } = {}) {
  const rows = Object.fromEntries(smallEntities.map((entity) => [entity, []])) as never;
  const copy = new LibraryCopy({ rows, ownCards: [], habits: [], streams: [] });
  let revision = 0;
  const change = (...forward: RowChange[]) => copy.take({ of: "library", revision: ++revision, forward });
  change(
    ...["wet", "dry"].map(
      (id) => ({ kind: "insert", entity: "folder", row: aFolder({ id, name: id }) }) as RowChange,
    ),
  );
  copy.addCards(
    ["buoy", "crane", "fog", "gull", "rain"].map((name, i) =>
      aHead({ id: `c${i}`, name, fingerprint: `f${i}`, folderId: i < 3 ? "wet" : "dry", maker: name[0] }),
    ),
  );
  if (!arriving) copy.endCards(revision);
  const dataNow = () =>
    ({
      replica: copy.replica,
      shelf: copy.shelf,
      habitsOf: copy.habitsOf,
      arriving: !copy.isWhole,
      member: { id: "me", settings },
    }) as unknown as LibraryData;
  const state = new Store({ data: dataNow() as LibraryData | null, error: null });
  const arrival = new Store<Arrival>({ share: 1, indexed: 1, problem: null });
  const questions: Question[] = [];
  const saved: MemberSettings[] = [];
  const fetched: string[][] = [];
  const addresses: string[] = [];
  /** Cards that the index does not know yet. */
  const unknown = new Set<string>();
  let later = 0;
  const given = {
    library: {
      state,
      arrival,
      saveSettings: async (change: MemberSettings) => {
        saved.push(change);
        return change;
      },
    },
    contents: { ahead: (fingerprints: Iterable<string>) => void fetched.push([...fingerprints]) },
    finder: {
      ask: (kind: string, { query }: { query: string }) =>
        new Promise((resolve) =>
          questions.push({
            kind,
            query,
            // The index knows a card as it is when it answers.
            answer: () =>
              resolve(
                [...copy.replica.card.values()]
                  .filter(
                    ({ id, name, withdrawn }) =>
                      !unknown.has(id) && !withdrawn && (kind === "selected" || name.includes(query)),
                  )
                  .map(({ id }) => id),
              ),
          }),
        ),
    },
    orderIn: (_column: string, { maker }: { readonly maker: string }) => maker,
    sayLater: () => void later++,
    address: readAddress(search),
    keepAddress: (next: string, isStep: boolean) => void addresses.push(isStep ? `+ ${next}` : next),
  };
  const library = new LibraryState(given as unknown as LibraryRoom);
  const stop = library.follow();
  return {
    library,
    stop,
    copy,
    questions,
    unknown,
    saved,
    fetched,
    arrival,
    addresses,
    laters: () => later,
    view: () => library.view.get(),
    names: () => library.view.get().order.map((id) => copy.replica.card.get(id)!.name),
    /** Changes rows, and says so. */
    change: (...forward: RowChange[]) => {
      change(...forward);
      state.set({ data: dataNow(), error: null });
    },
    arrived: () => {
      copy.endCards(revision);
      state.set({ data: dataNow(), error: null });
    },
    /** Answers what was asked, the last first where it is `backwards`. */
    answerAll: async (backwards = false) => {
      const all = questions.splice(0);
      for (const one of backwards ? all.reverse() : all) {
        one.answer();
        await turn();
      }
    },
  };
}

const renamed = (id: string, name: string) =>
  ({ kind: "update", entity: "card", id, set: { name } }) as unknown as RowChange;
const withdrawn = (id: string, withdrawn: boolean) =>
  ({ kind: "update", entity: "card", id, set: { withdrawn } }) as unknown as RowChange;

describe("where one is", () => {
  it("is in the address: place, filter, order and the chosen card, from which it comes back", async () => {
    const { library, addresses, answerAll, view } = room();
    library.open({ kind: "folder", id: "wet" });
    library.type("o");
    await answerAll();
    library.sortBy({ by: "name", desc: true });
    expect(addresses).toEqual([
      "+ place=folder%3Awet",
      "place=folder%3Awet&filter=o",
      // The order of names is the other way round, and the chosen card not the first any more.
      "place=folder%3Awet&filter=o&order=-name&card=c0",
    ]);
    library.selects.move(-1, false);
    expect(addresses[3]).toBe("place=folder%3Awet&filter=o&order=-name");
    const again = room({ search: `?${addresses[2]}` });
    await again.answerAll();
    expect(again.names()).toEqual(["fog", "buoy"]);
    expect([again.view().card?.name, again.view().typed, again.view().place]).toEqual([
      "buoy",
      "o",
      view().place,
    ]);
    // Nothing was said of it that it did not say itself.
    expect(again.addresses).toEqual([]);
    // Back, by the browser.
    again.library.goTo(readAddress(addresses[0].slice(2)));
    expect([again.view().typed, again.view().sort, again.names()]).toEqual([
      "",
      null,
      ["buoy", "crane", "fog"],
    ]);
    expect(again.addresses).toEqual([]);
  });

  it("is found again where a card comes late, and is the first row where it never does", () => {
    const late = room({ arriving: true, search: "?card=c3" });
    expect([late.view().card, late.addresses]).toEqual([undefined, []]);
    late.arrived();
    expect([late.view().card?.id, late.addresses]).toEqual(["c3", []]);
    const gone = room({ arriving: true, search: "?card=c9" });
    gone.arrived();
    expect(gone.view().card?.id).toBe("c0");
    gone.library.selects.move(1, false);
    expect([gone.view().card?.id, gone.addresses]).toEqual(["c1", ["", "card=c1"]]);
    // A place that is gone is the whole library.
    expect(room({ search: "?place=folder:nowhere" }).names()).toHaveLength(5);
  });

  it("waits for an index that is still being built", async () => {
    const { library, view, answerAll, arrival, copy, names } = room({ search: "?filter=a&card=c4" });
    arrival.set({ share: 1, indexed: 0.3, problem: null });
    // Of so much the index knows that crane answers.
    library.follow();
    await answerAll();
    expect(names()).toEqual(["crane", "rain"]);
    expect(view().card?.id).toBe("c4");
    library.type("ra");
    await answerAll();
    expect([view().isWhole, view().card?.name]).toEqual([false, "crane"]);
    expect(copy.isWhole).toBe(true);
    arrival.set({ share: 1, indexed: 1, problem: null });
    await answerAll();
    expect(view().isWhole).toBe(true);
  });

  it("is the same after an index that was begun anew and knew little for a while", async () => {
    const { library, view, answerAll, arrival, unknown, names } = room({ search: "?filter=a&card=c4" });
    arrival.set({ share: 1, indexed: 0.3, problem: null });
    await answerAll();
    expect(view().card?.id).toBe("c4");
    unknown.add("c4");
    library.type("ra");
    library.goTo(readAddress("filter=a&card=c4"));
    await answerAll();
    expect([names(), view().card?.name]).toEqual([["crane"], "crane"]);
    unknown.clear();
    arrival.set({ share: 1, indexed: 1, problem: null });
    await answerAll();
    expect([names(), view().card?.id]).toEqual([["crane", "rain"], "c4"]);
    // From here on it is the member who goes on.
    library.selects.move(-1, false);
    expect(view().card?.name).toBe("crane");
  });

  it("of a filter is the first of what it finds, until one goes on from there", async () => {
    const { library, view, answerAll } = room();
    library.selects.only("c4");
    library.type("g");
    expect(view().card?.name).toBe("rain");
    await answerAll();
    expect(view().card?.name).toBe("fog");
    library.selects.move(1, false);
    library.type("");
    await answerAll();
    expect(view().card?.name).toBe("buoy");
  });

  it("is another place without the filter of the one before", () => {
    const { library, view, addresses } = room();
    library.type("g");
    library.open({ kind: "all" });
    expect(view().typed).toBe("g");
    library.open({ kind: "folder", id: "dry" });
    expect([view().typed, addresses.at(-1)]).toEqual(["", "+ place=folder%3Adry"]);
  });

  it("in an order that somebody else sent does not become one's own", () => {
    const sort = { by: "maker", desc: false } as const;
    const { view, saved } = room({ settings: { tableSort: sort }, search: "?order=none" });
    expect([view().sort, saved]).toEqual([null, []]);
    expect(room({ settings: { tableSort: sort } }).view().sort).toEqual(sort);
    const locked = room({ settings: { tableSort: sort, isViewLocked: true } });
    locked.library.sortBy({ by: "name", desc: true });
    expect([locked.addresses, locked.saved]).toEqual([["card=c0"], []]);
  });
});

describe("what the table shows", () => {
  it("is the open place, by name; of a place that goes, the whole library", () => {
    const { library, names, change, view } = room();
    expect(names()).toEqual(["buoy", "crane", "fog", "gull", "rain"]);
    library.open({ kind: "folder", id: "dry" });
    expect(names()).toEqual(["gull", "rain"]);
    change({ kind: "delete", entity: "folder", id: "dry" } as RowChange);
    expect([view().place, names().length]).toEqual([{ kind: "all" }, 5]);
  });

  it("stays the same object when what changes is not shown", () => {
    const { library, change, view } = room();
    library.open({ kind: "folder", id: "dry" });
    const before = view();
    change(renamed("c0", "anchor"));
    expect(view()).toBe(before);
    // One that is shown, in the same place: its row says so by itself, unless it is what is chosen.
    change(renamed("c4", "rainy"));
    expect(view().order).toBe(before.order);
    change(renamed("c3", "gulls"));
    expect([view().order, view().card?.name]).toEqual([before.order, "gulls"]);
  });

  it("follows the filter once it is answered, whichever answer comes first", async () => {
    const { library, names, answerAll, view, questions } = room();
    library.type("r");
    library.type("ra");
    expect([names().length, view().isAnswered]).toEqual([5, false]);
    await answerAll(true);
    expect([names(), view().isAnswered]).toEqual([["crane", "rain"], true]);
    library.type("");
    expect([names().length, view().isAnswered, questions]).toEqual([5, true, []]);
  });

  it("is asked for again when rows change, and stays until the answer is there", async () => {
    const { library, names, answerAll, change, view } = room();
    library.type("fog");
    await answerAll();
    change(renamed("c0", "fog bank"));
    expect(names()).toEqual(["fog"]);
    await answerAll();
    expect(names()).toEqual(["fog", "fog bank"]);
    const { order } = view();
    change(renamed("c4", "sleet"));
    await answerAll();
    expect(view().order).toBe(order);
  });

  it("is put in order by a column, which is remembered, but not where the view is locked", () => {
    const { library, names, saved } = room();
    library.sortBy({ by: "maker", desc: true });
    expect(names()).toEqual(["rain", "gull", "fog", "crane", "buoy"]);
    library.sortBy(null);
    expect(saved).toEqual([{ tableSort: { by: "maker", desc: true } }, { tableSort: null }]);
    const locked = room({ settings: { isViewLocked: true, tableSort: { by: "name", desc: true } } });
    expect(locked.names()[0]).toBe("rain");
    locked.library.sortBy(null);
    expect([locked.names()[0], locked.saved]).toEqual(["buoy", []]);
  });
});

it("shows nothing of a search before it is answered, and keeps its rows while it is asked again", async () => {
  const { library, view, names, change, questions, answerAll } = room();
  library.open({ kind: "search", id: "recently-added" });
  expect([names(), view().isComing, questions.map(({ kind }) => kind)]).toEqual([[], true, ["selected"]]);
  await answerAll();
  expect([names().length, view().isComing]).toEqual([5, false]);
  const { here } = view();
  change(renamed("c0", "anchor"));
  expect([view().here, view().isComing, questions.length]).toEqual([here, false, 1]);
  change(withdrawn("c0", true));
  await answerAll();
  expect(names()).toEqual(["crane", "fog", "gull", "rain"]);
});

describe("the filing desk", () => {
  it("lays out what is selected, or all that is shown", () => {
    const { library, view } = room();
    library.toDesk();
    expect([view().pile?.length, view().isAtIndex]).toEqual([5, false]);
    library.leaveDesk();
    library.selects.only("c1");
    library.selects.extendTo("c3");
    library.toDesk();
    expect(view().pile).toEqual(["c1", "c2", "c3"]);
  });
  it("lays out all where the keys are about the index", () => {
    const { library, view } = room();
    library.selects.all();
    library.selects.toggle("c0");
    library.setAtIndex(true);
    library.toDesk();
    expect([view().pile?.length, view().isAtIndex]).toEqual([5, false]);
  });
  it("waits for cards that are still coming, and for a filter that is not answered", async () => {
    const coming = room({ arriving: true });
    coming.library.toDesk();
    expect([coming.view().pile, coming.laters()]).toEqual([null, 1]);
    coming.arrived();
    expect(coming.view().pile?.length).toBe(5);
    const filtered = room();
    filtered.library.type("r");
    filtered.library.toDesk();
    expect(filtered.view().pile).toBeNull();
    await filtered.answerAll();
    expect(filtered.view().pile).toEqual(["c1", "c4"]);
  });
});

it("fetches the contents around the card that is tried, and none otherwise", () => {
  const { library, fetched } = room();
  library.selects.only("c1");
  expect(fetched).toEqual([]);
  library.setTrying(true);
  library.selects.only("c3");
  expect(fetched).toEqual([
    ["f0", "f1", "f2", "f3", "f4"],
    ["f1", "f2", "f3", "f4"],
  ]);
  library.setWithout(true);
  library.setTrying(true);
  expect(library.view.get().isWithout).toBe(false);
});

it("does nothing any more once it is left", async () => {
  const { library, stop, change, view, questions } = room();
  library.type("r");
  stop();
  const before = view();
  change(renamed("c0", "zebra"));
  expect([view(), questions.length]).toEqual([before, 1]);
});

const places = [{ kind: "all" }, { kind: "folder", id: "wet" }, { kind: "folder", id: "dry" }] as const;
const words = ["", "r", "a", "fog", "gu"];
const ids = ["c0", "c1", "c2", "c3", "c4"];
const happening = fc.oneof(
  fc.record({ do: fc.constant("open" as const), place: fc.constantFrom(...places) }),
  fc.record({ do: fc.constant("type" as const), typed: fc.constantFrom(...words) }),
  fc.record({ do: fc.constant("sort" as const), desc: fc.boolean(), off: fc.boolean() }),
  fc.record({
    do: fc.constant("rename" as const),
    id: fc.constantFrom(...ids),
    name: fc.constantFrom("rag", "fog", "owl", "ark"),
  }),
  fc.record({ do: fc.constant("withdraw" as const), id: fc.constantFrom(...ids), on: fc.boolean() }),
  fc.record({
    do: fc.constant("select" as const),
    id: fc.constantFrom(...ids),
    how: fc.constantFrom("only", "toggle", "extendTo"),
  }),
  fc.record({ do: fc.constant("move" as const), by: fc.constantFrom(1, -1), extend: fc.boolean() }),
  fc.record({ do: fc.constant("answer" as const), backwards: fc.boolean() }),
);

it("shows after any history what the library holds, with one row that leads among those selected", () =>
  fc.assert(
    fc.asyncProperty(fc.array(happening, { maxLength: 30 }), async (history) => {
      const { library, view, change, answerAll, copy, questions } = room();
      let asked: { place: (typeof places)[number]; typed: string; desc: boolean | null } = {
        place: places[0],
        typed: "",
        desc: null,
      };
      for (const one of history) {
        if (one.do === "open") {
          // A filter goes with its place.
          const typed = samePlace(one.place, asked.place) ? asked.typed : "";
          library.open((asked = { ...asked, place: one.place, typed }).place);
        } else if (one.do === "type") library.type((asked = { ...asked, typed: one.typed }).typed);
        else if (one.do === "sort") {
          asked = { ...asked, desc: one.off ? null : one.desc };
          library.sortBy(one.off ? null : { by: "name", desc: one.desc });
        } else if (one.do === "rename") change(renamed(one.id, one.name));
        else if (one.do === "withdraw") change(withdrawn(one.id, one.on));
        else if (one.do === "move") library.selects.move(one.by as 1 | -1, one.extend);
        else if (one.do === "answer") await answerAll(one.backwards);
        else if (view().order.includes(one.id)) library.selects[one.how as "only"](one.id);
        const { order, selection, selected } = view();
        expect(selection.lead === null).toBe(order.length === 0);
        if (selection.lead !== null) expect(selection.ids.has(selection.lead)).toBe(true);
        expect(selected.map(({ id }) => id)).toEqual(order.filter((id) => selection.ids.has(id)));
        expect([...selection.ids].every((id) => order.includes(id))).toBe(true);
      }
      while (questions.length > 0) await answerAll();
      const { place, typed, desc } = asked;
      const names = [...copy.replica.card.values()]
        .filter((card) => !card.withdrawn && (place.kind === "all" || card.folderId === place.id))
        .filter(({ name }) => name.includes(typed))
        .map(({ name }) => name)
        .sort();
      const shown = view().order.map((id) => copy.replica.card.get(id)!.name);
      expect(shown).toEqual(desc ? names.reverse() : names);
      expect(view().isAnswered).toBe(true);
    }),
    { numRuns: 300 },
  ));
