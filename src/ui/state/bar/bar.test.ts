import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { emptyDraft, gathered, type Draft } from "@/core/chain/draft";
import { emptyChain } from "@/core/chain/model";
import { findEffect } from "@/core/effects/registry";
import { replicaOf } from "@/core/library/change";
import type { CardHead } from "@/core/library/entities";
import { aGainChain, aHead, aTarget } from "../../../../testing/library";
import { barKey } from "../../apply/bar-keys";
import { Bar } from "./bar";
import { isCard, type Around, type BarEvent, type BarQuestion, type BarWish, type LikeWhat } from "./model";
import { heardOf, keyOf, keysFollow, sayListed } from "./view";
import { sayEmpty, sayFound } from "./words";

const names = ["Foghorn far", "Foghorn near", "Ferry deck", "Gull", "Yard wind"];
const soundCards = names.map((name, i) => aHead({ id: `s${i}`, name, fingerprint: `fs${i}` }));
const pictureCards = names.map((name, i) =>
  aHead({ id: `p${i}`, name, medium: "image", fingerprint: `fp${i}` }),
);
const alias = (given: object) => ({
  id: "a1",
  version: 1,
  text: "fo",
  ownerId: null,
  cardId: null,
  searchId: null,
  folderId: null,
  routineId: null,
  ...given,
});
const replica = replicaOf({ card: [...soundCards, ...pictureCards] });

const surroundings = (given: Partial<Around> = {}): Around => ({
  target: { medium: "audio", kind: "clip" },
  selected: ["t1"],
  lead: aTarget({ id: "t1" }),
  way: "replace",
  ways: ["replace", "after", "before"],
  settingAt: null,
  draft: emptyDraft("audio"),
  replica,
  indexed: "all",
  stage: undefined,
  aliasesAct: false,
  hidden: new Set(),
  likes: { hits: null, note: "" },
  matching: null,
  vocabulary: {
    folders: () => [],
    tags: () => [],
    lists: () => [],
    makers: () => [],
    members: () => [],
    keys: () => [],
    aliases: () => [],
  },
  earlier: [],
  ...given,
});
const onPicture = {
  target: { medium: "image", kind: "photo" },
  selected: ["t2"],
  lead: aTarget({ id: "t2", chain: emptyChain("image") }),
} as const;

/** The answer of an index that holds the cards above: those whose names begin with the words, in their order. */
const idsFor = ({ query, target }: Pick<BarQuestion, "query" | "target">): string[] =>
  [...soundCards, ...pictureCards]
    .filter(({ name, medium }) => medium === target.medium && name.toLowerCase().startsWith(query.trim()))
    .map(({ id }) => id);
const answerTo = (question: BarQuestion) => {
  const hits = idsFor(question).map((id) => ({ id, fits: true }));
  return { hits, matches: hits.length, fitting: hits.length, variants: 0, hidden: 0 };
};

/** A bar in a room that answers when it is told to; its draft takes in what is gathered. */
function room(given: Partial<Around> = {}) {
  const bar = new Bar(undefined);
  const wishes: BarWish[] = [];
  const questions: BarQuestion[] = [];
  const gatherings: Extract<BarWish, { do: "gather" }>[] = [];
  let around = surroundings(given);
  const fulfil = (wish: BarWish) => {
    wishes.push(wish);
    if (wish.do === "ask") questions.push(wish.question);
    if (wish.do === "gather") gatherings.push(wish);
  };
  const drawn = () => {
    // As it is drawn: until nothing changes any more.
    for (let before = null as unknown; before !== bar.get();) {
      before = bar.get();
      bar.surround(around, fulfil);
    }
  };
  /** Lets one of the answers that are on their way come. */
  const answer = (place = 0) => {
    const [question] = questions.splice(place, 1);
    if (!question) return;
    bar.send({ kind: "answered", question, result: answerTo(question) });
    drawn();
  };
  drawn();
  return {
    bar,
    wishes,
    questions,
    drawn,
    around: () => around,
    view: () => bar.viewOf(bar.get(), around),
    send(...events: BarEvent[]) {
      for (const event of events) {
        bar.send(event);
        drawn();
      }
    },
    become(next: Partial<Around>) {
      around = { ...around, ...next };
      drawn();
    },
    answer,
    answerAll() {
      while (questions.length > 0) answer();
    },
    /** Has what was asked for first come into the draft. */
    gather() {
      const wish = gatherings.shift();
      if (!wish) return;
      const rows =
        wish.rows ??
        idsFor(wish.question)
          .slice(0, 1)
          .flatMap((id) => replica.card.get(id) ?? []);
      const draft = rows.reduce<Draft>(
        (draft, row) => gathered(draft, row.name, aGainChain(1), row.id) ?? draft,
        around.draft,
      );
      bar.send({ kind: "gathered" });
      around = { ...around, draft };
      drawn();
    },
    /** The ids of what was put on, one list for each time. */
    puts: () => wishes.flatMap((wish) => (wish.do === "put" ? [wish.rows.map(({ id }) => id)] : [])),
    does: () => wishes.map((wish) => wish.do),
  };
}
const type = (text: string): BarEvent => ({ kind: "typed", text });
const enter: BarEvent = { kind: "put" };

describe("the apply bar", () => {
  it("puts on what is on top of what was typed last, however late that is answered", () => {
    const { send, answer, puts, does } = room();
    answer();
    send(type("fe"), enter);
    expect(puts()).toEqual([]);
    answer();
    expect(puts()).toEqual([["s2"]]);
    expect(does().at(-1)).toBe("close");
  });

  it("takes no answer to what was typed before for one to what is typed now", () => {
    const { send, answer, puts, view } = room();
    answer();
    send(type("f"), type("fe"), enter);
    answer(1);
    expect(view().hits.map(({ card }) => card.id)).toEqual(["s2"]);
    answer(0);
    expect(view().hits.map(({ card }) => card.id)).toEqual(["s2"]);
    expect(puts()).toEqual([["s2"]]);
  });

  it("takes no rows of a sound for those of a picture that was selected meanwhile", () => {
    const { send, answer, become, puts, view } = room();
    answer();
    send(type("gull"));
    answer();
    become(onPicture);
    expect(view().isAnswered).toBe(false);
    send(enter);
    expect(puts()).toEqual([]);
    answer();
    expect(puts()).toEqual([["p3"]]);
  });

  it("puts what waited for rows on nothing that was selected after the key, and says so", () => {
    const { send, answerAll, become, puts, wishes, bar } = room();
    send(type("gull"), enter);
    become(onPicture);
    answerAll();
    expect(puts()).toEqual([]);
    expect(wishes).toContainEqual({ do: "say", problem: expect.stringContaining("Another target") });
    expect(bar.get().isOpen).toBe(true);
    send(enter);
    expect(puts()).toEqual([["p3"]]);
  });

  it("lets a key wait on though somebody moves the targets that are selected", () => {
    const { send, answerAll, become, puts } = room({ selected: ["t1", "t3"] });
    send(type("gull"), enter);
    become({ selected: ["t3", "t1"] });
    answerAll();
    expect(puts()).toEqual([["s3"]]);
  });

  it("puts on and gathers the very row that is pressed, while others are already asked for", () => {
    const { send, answer, puts, wishes, view } = room();
    answer();
    send(type("foghorn"));
    answer();
    send(type("fe"));
    expect(view().hits.map(({ card }) => card.id)).toEqual(["s0", "s1"]);
    send({ kind: "gather", index: 1 });
    expect(wishes).toContainEqual(
      expect.objectContaining({ do: "gather", rows: [expect.objectContaining({ id: "s1" })] }),
    );
    send(type("fe"), { kind: "put", index: 0, isSeen: true });
    expect(puts()).toEqual([["s0"]]);
    // The same place by a key is about what is asked for.
    const other = room();
    other.answer();
    other.send(type("foghorn"));
    other.answer();
    other.send(type("fe"), { kind: "put", index: 0 });
    expect(other.puts()).toEqual([]);
    other.answer();
    expect(other.puts()).toEqual([["s2"]]);
  });

  it("does nothing any more once it is left, whatever comes then", () => {
    const { send, answerAll, wishes } = room();
    send(type("gull"), enter, { kind: "draw" }, { kind: "left" });
    const before = wishes.length;
    answerAll();
    send({ kind: "drawn", id: "s1" }, enter, type("f"));
    expect(wishes.slice(before)).toEqual([]);
  });

  it("asks once more, not at once, where the library changes faster than it answers", () => {
    const { become, questions, answer, view } = room();
    for (let i = 0; i < 5; i++) become({ indexed: i });
    expect(questions).toHaveLength(1);
    answer();
    expect(questions).toHaveLength(1);
    expect(view().isAnswered).toBe(true);
    answer();
    expect(questions).toEqual([]);
    become({ indexed: "more" });
    expect(questions).toHaveLength(1);
  });

  it("puts on what was gathered just before, with all that is on its way", () => {
    const { send, answerAll, gather, does, around } = room();
    send(type("gull"), { kind: "gather" }, type("fe"), { kind: "gather" }, enter);
    answerAll();
    expect(does()).not.toContain("put draft");
    gather();
    expect(does()).not.toContain("put draft");
    gather();
    expect(around().draft.parts.map(({ of }) => of)).toEqual(["Gull", "Ferry deck"]);
    expect(does().slice(-2)).toEqual(["put draft", "close"]);
  });

  it("hears nothing before something was typed or moved, then the first row, then the next", () => {
    const { send, answerAll, view, bar, around } = room();
    answerAll();
    const heard = () => heardOf(bar.get(), around(), view(), aGainChain(3));
    expect(heard()).toBeNull();
    send({ kind: "below" });
    expect([view().chosen, heard()?.chain]).toEqual([0, aGainChain(3)]);
    send({ kind: "below" });
    expect(view().chosen).toBe(1);
    send({ kind: "go", to: 3, extend: true });
    expect([view().from, view().to]).toEqual([1, 3]);
    send(enter);
    expect(bar.get().isOpen).toBe(false);
  });

  it("hears a card on the draft, added where that is the way, at the strength of what it is added to", () => {
    const lead = aTarget({ chain: aGainChain(1), strength: 60 });
    const { send, answerAll, view, bar, around } = room({
      lead,
      way: "after",
      draft: gathered(emptyDraft("audio"), "x", aGainChain(2))!,
    });
    answerAll();
    send({ kind: "below" }, { kind: "strength", percent: 30 });
    const heard = heardOf(bar.get(), around(), view(), aGainChain(3));
    expect(heard).toEqual({ chain: aGainChain(1, 2, 3), strength: 60 });
    expect(heardOf(bar.get(), { ...around(), way: "replace" }, view(), aGainChain(3))).toEqual({
      chain: aGainChain(2, 3),
      strength: 30,
    });
    // The lead target is of another medium by now.
    expect(heardOf(bar.get(), { ...around(), lead: onPicture.lead }, view(), aGainChain(3))).toBeNull();
  });

  it("follows an alias into a search, and runs a routine that one recalls", () => {
    const search = {
      id: "q1",
      version: 1,
      name: "Wet",
      query: "tag:wet",
      ownerId: null,
      removed: false,
      position: "a0",
      sort: "name",
      placed: [],
    };
    const routine = { id: "r1", version: 1, name: "Finish", steps: [], removed: false };
    const led = room({
      replica: replicaOf({
        card: soundCards,
        savedSearch: [search as never],
        alias: [alias({ searchId: "q1" }) as never],
      }),
    });
    led.send(type("FO"), enter);
    led.answerAll();
    expect(led.view().scope?.name).toBe("Wet");
    expect(led.bar.get()).toMatchObject({ typed: "", isOpen: true });
    led.send({ kind: "look within", id: undefined });
    expect(led.view().scope).toBeUndefined();
    const run = room({
      replica: replicaOf({
        card: soundCards,
        routine: [routine as never],
        alias: [alias({ routineId: "r1" }) as never],
      }),
    });
    run.send(type("fo"));
    run.answerAll();
    run.send({ kind: "put", how: "after" });
    // Another way than the usual one is about the row.
    expect(run.puts()).toEqual([["s0"]]);
    const again = room({ replica: run.around().replica });
    again.send(type("fo"), enter);
    again.answerAll();
    expect(again.wishes.at(-2)).toEqual({ do: "run", routine });
  });

  it("lets an alias act with its last letter, where the member wants so and no other alias goes on from there", () => {
    const aliases = [
      alias({ id: "a1", text: "Fo", cardId: "s0" }),
      alias({ id: "a2", text: "gu", cardId: "s3" }),
      alias({ id: "a3", text: "gull", cardId: "s3" }),
    ] as never[];
    const known = replicaOf({ card: soundCards, alias: aliases });
    const typing = (aliasesAct: boolean, ...texts: string[]) => {
      const { send, answerAll, puts, bar } = room({ aliasesAct, replica: known });
      for (const text of texts) send(type(text));
      answerAll();
      return [puts(), bar.get().isOpen];
    };
    expect(typing(true, "f", "fo")).toEqual([[["s0"]], false]);
    expect(typing(false, "f", "fo")).toEqual([[], true]);
    // Another one goes on; another letter has followed; one was taken away; it was pasted.
    expect(typing(true, "g", "gu")).toEqual([[], true]);
    expect(typing(true, "f", "fo", "fog")).toEqual([[], true]);
    expect(typing(true, "fog", "fo")).toEqual([[], true]);
    expect(typing(true, "fo")).toEqual([[], true]);
    expect(typing(true, "gul", "gull")).toEqual([[["s3"]], false]);
    // Something else was selected before the rows came.
    const { send, become, answerAll, puts } = room({ aliasesAct: true, replica: known });
    send(type("f"), type("fo"));
    become({ selected: ["t9"] });
    answerAll();
    expect(puts()).toEqual([]);
  });

  it("takes the strength at which a compared card comes nearest, and gives way to the member's own", () => {
    const what: LikeWhat = { kind: "card", card: soundCards[0] };
    const { send, become, bar, view, puts, wishes } = room();
    send({ kind: "look like", what }, enter);
    expect(view().isAnswered).toBe(false);
    const apart = { total: 1, parts: [] };
    become({
      likes: {
        hits: [
          { id: "s3", apart, strength: 70 },
          { id: "s1", apart, strength: 40 },
        ],
        note: "",
      },
    });
    expect(puts()).toEqual([]);
    expect(bar.get().strength).toBe(70);
    send({ kind: "below" }, { kind: "below" });
    expect([view().card?.id, bar.get().strength]).toEqual(["s1", 40]);
    send({ kind: "strength", percent: 55 });
    become({ indexed: 1 });
    expect(bar.get().strength).toBe(55);
    send({ kind: "put", index: 0 });
    expect(wishes.at(-2)).toMatchObject({ do: "put", applying: { strength: 70 } });
  });

  it("waits with what is gathered of a comparison until that is narrowed", () => {
    const { send, become, wishes } = room();
    send({ kind: "look like", what: { kind: "card", card: soundCards[0] } });
    const apart = { total: 1, parts: [] };
    become({
      likes: {
        hits: [
          { id: "s3", apart },
          { id: "s1", apart },
        ],
        note: "",
      },
    });
    send(type("fo"), { kind: "gather" });
    expect(wishes.filter((wish) => wish.do === "gather")).toEqual([]);
    become({ matching: { asked: "fo", result: new Set(["s1"]) } });
    expect(wishes.filter((wish) => wish.do === "gather")).toMatchObject([{ rows: [{ id: "s1" }] }]);
  });

  it("takes the rows for a list as they are, or what will be on top, and frees the field", () => {
    const { send, answerAll, wishes, bar } = room();
    const marks = () =>
      wishes.flatMap((wish) => (wish.do === "mark" ? [[wish.rows?.[0].id, wish.question.query]] : []));
    send(type("gull"), { kind: "mark" });
    expect([bar.get().typed, marks()]).toEqual(["", [[undefined, "gull"]]]);
    send(type("fo"));
    answerAll();
    send({ kind: "mark" });
    expect(marks().slice(1)).toEqual([["s0", "fo"]]);
    // Nothing of it counts as gathered.
    expect(bar.get().gathering).toBe(0);
  });

  it("takes one at random of what is found, unless something else is selected by then", () => {
    const { send, answerAll, become, wishes, bar } = room();
    send(type("f"), { kind: "draw" });
    answerAll();
    expect(wishes).toContainEqual({ do: "draw", query: "f", within: undefined });
    send({ kind: "drawn", id: null });
    expect(wishes.at(-1)).toMatchObject({
      do: "say",
      problem: expect.stringContaining("Nothing of it fits a clip"),
    });
    send({ kind: "draw" });
    become(onPicture);
    send({ kind: "drawn", id: "s1" });
    expect(bar.get().isOpen).toBe(true);
    send({ kind: "draw" }, { kind: "drawn", id: "p1" });
    expect(wishes.slice(-2)).toMatchObject([{ do: "put", rows: [{ id: "p1" }] }, { do: "close" }]);
  });

  it("takes one at random of a scope by its alias and a question mark, with that mark", () => {
    const known = replicaOf({
      card: soundCards,
      savedSearch: [{ id: "q1", version: 1, name: "Wet", query: "tag:wet", removed: false } as never],
      alias: [alias({ searchId: "q1" }) as never],
    });
    const draws = (given: Partial<Around>, ...texts: string[]) => {
      const { send, answerAll, wishes } = room({ replica: known, ...given });
      for (const text of texts) {
        send(type(text));
        if (given.aliasesAct) answerAll();
      }
      answerAll();
      return wishes.filter((wish) => wish.do === "draw");
    };
    const ofWet = { do: "draw", query: "", within: "tag:wet" };
    expect(draws({}, "f", "fo", "fo?")).toEqual([ofWet]);
    // The alias has acted by itself before the mark came.
    expect(draws({ aliasesAct: true }, "f", "fo", "?")).toEqual([ofWet]);
    // It was pasted: that waits for Enter. Without an alias, or beyond a scope, it is a letter like others.
    expect(draws({}, "fo?")).toEqual([]);
    expect(draws({}, "fe", "fe?")).toEqual([]);
    expect(draws({}, "?")).toEqual([]);
    const { send, answerAll, view, wishes } = room({ replica: known });
    send(type("fo?"), enter);
    answerAll();
    expect(view().isDrawing).toBe(true);
    expect(wishes.at(-1)).toEqual(ofWet);
    send({ kind: "drawn", id: "s2" });
    expect(wishes.slice(-2)).toMatchObject([{ do: "put", rows: [{ id: "s2" }] }, { do: "close" }]);
  });

  it("lets the next keys wait for what a press has asked for, not for what a letter has", () => {
    const known = replicaOf({
      card: soundCards,
      alias: [alias({ id: "a1", text: "fo", cardId: "s0" }) as never],
    });
    const waits = (...events: BarEvent[]) => {
      const { bar, send, answerAll } = room({ replica: known, aliasesAct: true });
      answerAll();
      send(...events);
      const before = keysFollow(bar.get());
      answerAll();
      send({ kind: "drawn", id: "s1" });
      return [before, keysFollow(bar.get())];
    };
    expect(waits(type("gull"), enter)).toEqual([true, false]);
    expect(waits(type("gull"), { kind: "draw" })).toEqual([true, false]);
    expect(waits(type("gull"), enter, { kind: "left" })).toEqual([false, false]);
    expect(waits(type("gull"))).toEqual([false, false]);
    expect(waits(type("f"), type("fo"))).toEqual([false, false]);
  });

  it("puts rows together for as long as it looks within the same, and not the next time", () => {
    const made = [
      aHead({ id: "a", name: "Fog a", fingerprint: "a", maker: "stills" }),
      aHead({ id: "b", name: "Fog b", fingerprint: "b", maker: "sound" }),
      aHead({ id: "c", name: "Fog c", fingerprint: "c", maker: "stills" }),
    ];
    const search = { id: "q1", version: 1, name: "Wet", query: "tag:wet", removed: false };
    const known = replicaOf({ card: made, savedSearch: [search as never] });
    const { bar, send, view } = room({ replica: known });
    const answered = () => {
      const { question } = view();
      const hits = made.map(({ id }) => ({ id, fits: true }));
      send({
        kind: "answered",
        question,
        result: { hits, matches: 3, fitting: 3, variants: 0, hidden: 0 },
      });
      return view().hits.map(({ card }) => card.id);
    };
    send(type("fog"));
    expect(answered()).toEqual(["a", "b", "c"]);
    send({ kind: "group", by: "maker" });
    expect(view().hits.map(({ card }) => card.id)).toEqual(["a", "c", "b"]);
    send(type("fo"));
    expect(answered()).toEqual(["a", "c", "b"]);
    send({ kind: "look within", id: "q1" });
    expect(answered()).toEqual(["a", "b", "c"]);
    send({ kind: "group", by: "maker" }, { kind: "left" });
    expect(new Bar(undefined).get().grouping).toBeNull();
    expect(bar.get().isOpen).toBe(false);
  });

  it("adds an effect that is asked for by its name, below the cards", () => {
    const { send, answerAll, view, wishes } = room();
    const effect = findEffect("audio.gain")!;
    send(type(effect.name.toLowerCase()));
    answerAll();
    expect(view().effect?.id).toBe(effect.id);
    send(enter);
    expect(wishes.at(-2)).toMatchObject({ do: "put", rows: [{ id: effect.id }] });
  });

  it("counts what it took, brings earlier queries back, takes terms out and completes them", () => {
    const { send, bar, wishes, answerAll } = room({ earlier: ["gull", "fer"] });
    send({ kind: "earlier" }, { kind: "earlier" }, { kind: "earlier" });
    expect(bar.get().typed).toBe("gull");
    send(type("maker:x gu"), { kind: "drop term" });
    expect(bar.get().typed.trim()).toBe("maker:x");
    send(type("mak"), { kind: "complete" });
    expect(bar.get().typed).toBe("maker:");
    send(type("gull"), { kind: "pressed" }, { kind: "pressed" }, enter);
    answerAll();
    expect(wishes.slice(-3)).toMatchObject([
      { do: "remember", words: "gull" },
      { do: "put", applying: { keys: 3, how: "replace" } },
      { do: "close" },
    ]);
  });

  it("says what it lists, and why it lists nothing", () => {
    const { send, answerAll, view, bar, around } = room();
    const said = (indexed = 100) => [
      sayFound(bar.get(), around(), view(), indexed),
      sayEmpty(bar.get(), around(), view(), indexed),
      sayListed(bar.get(), view().scope),
    ];
    expect(said()[1]).toBeNull();
    answerAll();
    expect(said()).toEqual(["5 of 5 fit a clip", null, null]);
    send(type("zz"));
    answerAll();
    expect(said(40)).toEqual([
      "0 of 0 fit a clip · 40 % read",
      "Nothing read so far answers to “zz”. Fewer letters find more.",
      "“zz”",
    ]);
    send({ kind: "look like", what: { kind: "card", card: soundCards[0] } });
    expect(said().slice(1)).toEqual(["What the cards do is being compared.", "like what was compared"]);
  });
});

describe("keys in the bar's field", () => {
  const means = (keys: string, before = "", given: Partial<Around> = {}) => {
    const { bar, around, view, send, answerAll } = room(given);
    if (before !== "") send(type(before));
    answerAll();
    return barKey(keys, before, bar.get(), around(), view());
  };
  it.each([
    ["Enter", "", { kind: "put", how: "replace" }],
    ["Shift+Enter", "", { kind: "put", how: "after" }],
    ["Alt+3", "", { kind: "put", how: "replace", index: 2 }],
    ["+", "fo", { kind: "gather" }],
    ["+", "tag:a", null],
    ["+", 'say "two', null],
    ["ArrowDown", "", { kind: "below" }],
    ["Shift+ArrowDown", "", { kind: "go", to: 1, extend: true }],
    ["ArrowUp", "", { kind: "go", to: 0, extend: false }],
    ["PageDown", "", null],
    ["Backspace", "", null],
    ["x", "", null],
  ])("%s behind “%s”", (keys, before, meant) => expect(means(keys, before)).toEqual(meant));

  it("go back in time above the first row", () => {
    expect(means("ArrowUp", "", { earlier: ["gull"] })).toEqual({ kind: "earlier" });
    expect(means("ArrowUp", "gu", { earlier: ["gull"] })).toEqual({ kind: "go", to: 0, extend: false });
  });

  it("add at the chosen setting where one is", () => {
    const ways = ["replace", "at"] as const;
    expect(means("Ctrl+Enter", "", { ways, settingAt: null })).toBeNull();
    expect(means("Ctrl+Enter", "", { ways, settingAt: 2 })).toEqual({ kind: "put", how: "at" });
  });
});

describe("any history of the bar", () => {
  const moves = fc.oneof(
    { weight: 4, arbitrary: fc.constantFrom("f", "fo", "fe", "g", "gull", "zz", "").map(type) },
    { weight: 3, arbitrary: fc.constant<BarEvent>(enter) },
    { weight: 1, arbitrary: fc.nat(5).map((index): BarEvent => ({ kind: "put", index })) },
    {
      weight: 2,
      arbitrary: fc.constantFrom<BarEvent>(
        { kind: "below" },
        { kind: "gather" },
        { kind: "draw" },
        { kind: "pressed" },
        { kind: "go", to: 2, extend: true },
      ),
    },
    { weight: 4, arbitrary: fc.nat(3).map((place) => ({ answer: place })) },
    { weight: 1, arbitrary: fc.constantFrom("sound", "picture", "more", "gathered") },
  );
  type Move = BarEvent | { readonly answer: number } | string;

  /** Plays one, and checks at each move what must hold. Returns the room at its end. */
  function play(history: readonly Move[]) {
    const here = room();
    const { bar, wishes, view, around } = here;
    let seen = wishes.length;
    let pressedOn: readonly string[] = [];
    for (const move of history) {
      const isOpen = bar.get().isOpen;
      if (typeof move !== "string" && "kind" in move && move.kind === "put" && isOpen)
        pressedOn = around().selected;
      if (typeof move === "string") {
        if (move === "sound")
          here.become({ ...surroundings(), draft: around().draft, indexed: around().indexed });
        else if (move === "picture") here.become(onPicture);
        else if (move === "gathered") here.gather();
        else here.become({ indexed: {} });
      } else if ("answer" in move) here.answer(move.answer);
      else here.send(move);
      const fresh = wishes.slice(seen);
      seen = wishes.length;
      // Nothing is wished for by a bar that was left.
      if (!isOpen) expect(fresh).toEqual([]);
      for (const wish of fresh)
        if (wish.do === "put") {
          // It is on what was selected at the key, and what it puts on is what is listed for what stands in the field.
          expect(around().selected).toEqual(pressedOn);
          const listed = idsFor({ query: bar.get().typed, target: around().target });
          const rows = wish.rows.filter((row): row is CardHead => isCard(row)).map(({ id }) => id);
          expect(listed).toEqual(expect.arrayContaining(rows));
          expect(rows).toEqual(listed.slice(listed.indexOf(rows[0]), listed.indexOf(rows[0]) + rows.length));
        }
      // A question without an answer is on its way.
      if (bar.get().isOpen)
        expect(view().isAnswered || here.questions.map(keyOf).includes(keyOf(view().question))).toBe(true);
    }
    return here;
  }

  it("puts on nothing but rows of what is asked for, on what was selected at the key, and nothing once it is left", () => {
    fc.assert(
      fc.property(fc.array(moves, { maxLength: 30 }), (history) => void play(history)),
      { numRuns: 500 },
    );
  });

  it("does every key in the end", () => {
    fc.assert(
      fc.property(
        fc.array(moves, { maxLength: 20 }),
        fc.constantFrom("f", "fe", "gull"),
        (history, words) => {
          const here = play(history);
          fc.pre(here.bar.get().isOpen);
          here.send(type(words), enter);
          here.answerAll();
          expect(here.puts()).toHaveLength(1);
          expect(here.bar.get().isOpen).toBe(false);
        },
      ),
      { numRuns: 300 },
    );
  });
});
