import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { replicaOf } from "@/core/library/change";
import type { CardHead } from "@/core/library/entities";
import { aFolder, aHead } from "../../../testing/library";
import type { LibraryData } from "../data/library-store";
import { Store } from "../data/store";
import { FilingState, type FilingRoom } from "./filing";

const turn = () => new Promise<void>((resolve) => setImmediate(resolve));

interface Sent {
  readonly command: string;
  readonly input: { readonly cardIds: readonly string[]; readonly folderId: string; readonly on?: boolean };
  /** Answers it: carried out, or refused. */
  answer(done: boolean): void;
}

/** A desk with cards a, b, c of the team's and s, a supplied one; folders w and d; a server that answers when it is told to. */
function desk(ids: readonly string[] = ["a", "b", "c", "s"]) {
  let cards = new Map(
    ["a", "b", "c", "s"].map((id) => [
      id,
      aHead({
        id,
        name: id,
        fingerprint: `f ${id}`,
        folderId: null,
        layer: id === "s" ? "supplied" : "team",
      }),
    ]),
  );
  const folder = ["w", "d"].map((id) => aFolder({ id, name: id }));
  const data = () =>
    ({ replica: replicaOf({ card: [...cards.values()], folder }) }) as unknown as LibraryData;
  const state = new Store<{ data: LibraryData | null; error: Error | null }>({ data: data(), error: null });
  const change = (id: string, set: Partial<CardHead>) => {
    cards = new Map(cards).set(id, { ...cards.get(id)!, ...set });
    state.set({ data: data(), error: null });
  };
  const sent: Sent[] = [];
  const takenBack: string[] = [];
  let fetched: readonly string[] = [];
  const filing = new FilingState(
    {
      library: { state },
      contents: { ahead: (fingerprints: Iterable<string>) => void (fetched = [...fingerprints]) },
      act: (command: string, input: Sent["input"]) =>
        new Promise((resolve) =>
          sent.push({
            command,
            input,
            answer: (done) => {
              if (done && command === "move-cards")
                for (const id of input.cardIds) change(id, { folderId: input.folderId });
              resolve(done ? {} : null);
            },
          }),
        ),
      takeBack: async (direction: string) => void takenBack.push(direction),
    } as unknown as FilingRoom,
    ids,
  );
  filing.follow();
  return { filing, sent, takenBack, change, fetched: () => fetched, top: () => filing.view.get().card?.id };
}

describe("the filing desk", () => {
  it("takes the team's cards alone, and fetches what comes next", () => {
    const { filing, top, fetched } = desk();
    expect([filing.begun, top(), fetched()]).toEqual([["a", "b", "c"], "a", ["f a", "f b", "f c"]]);
  });

  it("goes on at once, and brings a card back that was refused", async () => {
    const { filing, sent, top } = desk();
    filing.file("w");
    filing.file("d");
    expect([top(), sent.map(({ input }) => input)]).toEqual([
      "c",
      [
        { cardIds: ["a"], folderId: "w" },
        { cardIds: ["b"], folderId: "d" },
      ],
    ]);
    sent[0].answer(false);
    await turn();
    expect(top()).toBe("a");
    // What was refused is nothing to be taken back: the one before is.
    sent[1].answer(true);
    await turn();
    void filing.takeBack("undo");
    expect(top()).toBe("b");
  });

  it("asks the server for nothing where a card lies there already, also when that is taken back", () => {
    const { filing, sent, top, change, takenBack } = desk();
    change("a", { folderId: "w" });
    filing.file("w");
    expect([top(), sent]).toEqual(["b", []]);
    void filing.takeBack("undo");
    expect([top(), takenBack]).toEqual(["a", []]);
    // Nothing was done here any more: it is the last change elsewhere.
    void filing.takeBack("undo");
    expect([top(), takenBack]).toEqual(["a", ["undo"]]);
  });

  it("leaves a card on top that is filed in a further folder, and takes it out of there by the same", async () => {
    const { filing, sent, top, change, takenBack } = desk();
    filing.alsoFile("w");
    sent[0].answer(true);
    change("a", { alsoIn: ["w"] });
    filing.alsoFile("w");
    expect([top(), sent.map(({ input }) => input.on)]).toEqual(["a", [true, false]]);
    sent[1].answer(false);
    await turn();
    void filing.takeBack("undo");
    expect([top(), takenBack]).toEqual(["a", ["undo"]]);
  });

  it("loses what others withdraw, and follows what was dropped", () => {
    const { filing, top, change } = desk();
    change("a", { withdrawn: true });
    expect(top()).toBe("b");
    filing.dropped(["b"]);
    expect([top(), filing.view.get().pile.left]).toEqual(["c", ["c"]]);
    filing.step(1);
    expect(top()).toBeUndefined();
    filing.file("w");
    expect(filing.view.get().pile.left).toEqual(["c"]);
  });

  it("does not say anew what is the same", () => {
    const { filing, change } = desk();
    const before = filing.view.get();
    change("s", { name: "another" });
    expect(filing.view.get()).toBe(before);
  });
});

const happening = fc.oneof(
  fc.record({ do: fc.constant("file" as const), folder: fc.constantFrom("w", "d") }),
  fc.record({ do: fc.constant("also" as const), folder: fc.constantFrom("w", "d") }),
  fc.record({ do: fc.constant("step" as const), by: fc.constantFrom(1 as const, -1 as const) }),
  fc.record({ do: fc.constant("answer" as const), at: fc.nat(3), done: fc.boolean() }),
  fc.record({ do: fc.constant("back" as const) }),
  fc.record({ do: fc.constant("withdraw" as const), id: fc.constantFrom("a", "b", "c"), on: fc.boolean() }),
);

it("holds after any history each card once: left, or done with", () =>
  fc.assert(
    fc.asyncProperty(fc.array(happening, { maxLength: 40 }), async (history) => {
      const { filing, sent, change } = desk();
      const gone = new Set<string>();
      const waiting = () =>
        sent.filter(({ command }) => command === "move-cards" || command === "file-cards");
      const answered = new Set<Sent>();
      for (const one of history) {
        if (one.do === "file") filing.file(one.folder);
        else if (one.do === "also") filing.alsoFile(one.folder);
        else if (one.do === "step") {
          const { left, at } = filing.view.get().pile;
          filing.step(one.by);
          expect(filing.view.get().pile.at).toBe(Math.min(left.length, Math.max(0, at + one.by)));
        } else if (one.do === "withdraw") {
          change(one.id, { withdrawn: one.on });
          if (one.on) gone.add(one.id);
          else gone.delete(one.id);
        } else if (one.do === "back") void filing.takeBack("undo");
        else {
          const open = waiting().filter((it) => !answered.has(it));
          const next = open[one.at % Math.max(1, open.length)];
          if (next) {
            answered.add(next);
            next.answer(one.done);
            await turn();
          }
        }
        const { pile, card } = filing.view.get();
        const done = pile.done.map(({ id }) => id);
        const others = [...gone].filter((id) => !done.includes(id));
        expect([...pile.left, ...done, ...others].sort()).toEqual(["a", "b", "c"]);
        expect(card?.id).toBe(pile.left[pile.at]);
        expect(pile.at).toBeLessThanOrEqual(pile.left.length);
      }
    }),
  ));
