import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { SignedChange } from "@/core/api/command";
import type { SessionAnswer } from "@/core/api/operations/session-replica";
import { chainText } from "@/core/chain/fingerprint";
import { emptyChain, longestChain, type Chain } from "@/core/chain/model";
import { normaliseChain } from "@/core/chain/values";
import { putOn } from "@/core/chain/ways";
import { findEffect } from "@/core/effects/registry";
import { replicaOf, type RowChange } from "@/core/library/change";
import type { CardHead, Target } from "@/core/library/entities";
import { Shelf } from "@/core/library/shelf";
import { aGainChain, aHead, aTarget } from "../../../../testing/library";
import { ApiError } from "../../data/api";
import type { LibraryData } from "../../data/library-store";
import { SessionStore } from "../../data/session-store";
import { Store } from "../../data/store";
import { BenchState } from "./bench";
import type { BenchRoom } from "./model";

/** A chain of gains as it is once it was shaped: with every value that an effect has. */
const shaped = (...gains: number[]) => normaliseChain(aGainChain(...gains)).chain;

const turn = () => new Promise<void>((resolve) => setImmediate(resolve));

const cards = ["Foghorn", "Ferry", "Gull"].map((name, i) =>
  aHead({ id: `c${i}`, name, fingerprint: `f${i}`, effects: ["audio.gain"] }),
);
const contentOf = ({ fingerprint }: Pick<CardHead, "fingerprint">): Chain =>
  aGainChain(Number(fingerprint.slice(1)) + 1);
const picture = aHead({ id: "p", name: "Dusk", medium: "image", fingerprint: "f9" });

interface Sent {
  readonly command: string;
  readonly input: Record<string, unknown>;
}

/** A session with three sounds and a photo, its server, which answers when it is told to, and the bench on it. */
async function room({ slow = false } = {}) {
  const targets = new Map<string, Target>(
    ["a", "b", "c", "d"].map((id, i) => [
      id,
      aTarget({
        id,
        name: `Target ${id}`,
        position: `a${i}`,
        chain: emptyChain(id === "d" ? "image" : "audio"),
        ...(id === "d" && { kind: "photo" }),
        mediaId: null,
      }),
    ]),
  );
  let revision = 0;
  const store = new SessionStore({
    fetch: async () =>
      ({
        session: { id: "s", name: "As fetched" },
        stream: { id: "x", revision },
        targets: [...targets.values()],
        timelines: [],
        media: [],
      }) as unknown as SessionAnswer,
    changesSince: async () => ({ changes: [], more: false }),
    memberId: () => "me",
    isPassing: () => true,
    wait: turn,
  });
  store.show();
  await turn();
  const replica = replicaOf({
    card: [...cards, picture],
    session: [{ id: "s", name: "Foghorn day" } as never],
  });
  const library = new Store({
    data: {
      replica,
      shelf: new Shelf(replica),
      habitsOf: () => [],
      member: { id: "me", settings: {} },
    } as unknown as LibraryData,
  });
  const sent: Sent[] = [];
  const told: string[] = [];
  const takenBack: string[] = [];
  const leads: string[] = [];
  const queue: (() => void)[] = [];
  const contents: ((chain: Chain) => void)[] = [];
  const refusing = new Set<string>();
  let held = 0;
  let tail = Promise.resolve();

  /** Changes targets as a command would, and tells the copy. */
  const change = (
    ids: readonly string[],
    make: (now: Target) => Partial<Target>,
    actorId = "me",
  ): SignedChange => {
    const forward = ids.map((id): RowChange => {
      const before = targets.get(id)!;
      const set = { ...make(before), version: before.version + 1 };
      targets.set(id, { ...before, ...set });
      return { entity: "target", kind: "update", id, set } as RowChange;
    });
    return {
      of: "session",
      sessionId: "s",
      revision: ++revision,
      actorId,
      forward,
      summary: "it was done",
    } as unknown as SignedChange;
  };
  const perform = ({ command, input }: Sent): SignedChange | null => {
    if (refusing.has(command)) throw new ApiError(422, "refused", "No.", {});
    const ids = (input.targetIds ?? [input.targetId]) as string[];
    if (command === "set-chain") {
      const now = targets.get(ids[0])!;
      if (input.seen !== now.version) throw new ApiError(409, "stale", "Changed.", { current: now });
      const { chain = now.chain, strength = now.strength } = input as Partial<Target>;
      return change(ids, () => ({ chain, strength }));
    }
    if (command === "apply-card" || command === "apply-draft") {
      const seen = input.seenTargets as Record<string, number>;
      const stale = Object.keys(seen).find((id) => targets.get(id)!.version !== seen[id]);
      if (stale) throw new ApiError(409, "stale", "Changed.", { current: targets.get(stale)! });
      const put =
        command === "apply-card"
          ? contentOf(cards.find(({ id }) => id === input.cardId)!)
          : aGainChain(...(input.parts as { chain?: Chain }[]).map((_, i) => i + 1));
      return change(ids, ({ chain }) => ({ chain: putOn(chain, put, input.how as "after") }));
    }
    return null;
  };
  const send: BenchRoom["send"] = (command, makeInput, isAgain = () => false) => {
    const done = tail.then(async () => {
      if (slow) await new Promise<void>((resolve) => queue.push(resolve));
      for (;;)
        try {
          const one: Sent = { command, input: makeInput() as unknown as Record<string, unknown> };
          const change = perform(one);
          sent.push(one);
          if (change) store.take(change);
          const selected = command === "run-routine" ? ["c"] : [];
          return { change, result: { habits: [], selected } } as never;
        } catch (error) {
          if (!isAgain(error)) throw error;
        }
    });
    tail = done.then(
      () => undefined,
      () => undefined,
    );
    return done;
  };
  const bench = new BenchState("s", {
    session: store,
    library,
    contents: {
      get: () => new Promise((resolve) => contents.push(resolve)),
      peek: (fingerprint) => (fingerprint === "f2" ? undefined : { chain: contentOf({ fingerprint }) }),
    },
    renderings: {
      begin: async () =>
        ({ id: "r", name: "Rendered", state: "done", progress: 1, selected: ["b"] }) as never,
      look: async () => ({}) as never,
      stop: async () => ({}) as never,
      rest: turn,
      isPassing: () => true,
    },
    send,
    hold: () => (held++, () => void held--),
    tell: ({ text }) => void told.push(text),
    takeBack: async (direction) => void takenBack.push(direction),
    takeHabits: () => undefined,
    draw: async () => ["c1"],
    isPassing: () => false,
    wait: turn,
    rememberLead: (_, id) => void (leads.at(-1) !== id && leads.push(id)),
  });
  const leave = bench.follow();
  return {
    bench,
    store,
    library,
    targets,
    sent,
    told,
    takenBack,
    leads,
    contents,
    refusing,
    leave,
    held: () => held,
    /** Somebody else changes a target. */
    other: (id: string, make: (now: Target) => Partial<Target>) => store.take(change([id], make, "other")),
    /** Lets the oldest command be done. */
    async answer() {
      await turn();
      queue.shift()?.();
      await turn();
    },
    async settle() {
      for (let idle = 0; idle < 4; idle++) {
        if (queue.length > 0) idle = 0;
        queue.shift()?.();
        await turn();
      }
    },
    chainOf: (id: string) => bench.view.get().targets.find((target) => target.id === id)!.chain,
    commands: () => sent.map(({ command }) => command),
  };
}
const onto = { how: "replace", strength: 100 } as const;

describe("the bench", () => {
  it("leads with the first row, and remembers which one leads", async () => {
    const { bench, leads } = await room();
    expect(bench.view.get()).toMatchObject({ lead: { id: "a" }, media: ["audio", "image"], narrowed: null });
    bench.selects.move(1, true);
    expect(bench.view.get().selected.map(({ id }) => id)).toEqual(["a", "b"]);
    bench.selects.only("d");
    expect(leads).toEqual(["a", "b", "d"]);
    expect(bench.view.get().session.session.name).toBe("Foghorn day");
  });

  it("lists one medium alone, and selects within that", async () => {
    const { bench } = await room();
    bench.narrow("image");
    expect([bench.view.get().listed.map(({ id }) => id), bench.view.get().lead?.id]).toEqual([["d"], "d"]);
    bench.narrow("video");
    expect(bench.view.get().listed).toHaveLength(4);
  });

  it("tells its viewers only of what is another thing", async () => {
    const { bench, library } = await room();
    let heard = 0;
    bench.view.subscribe(() => heard++);
    library.set({ data: { ...library.get().data } as LibraryData });
    expect(heard).toBe(0);
    bench.setInMix(true);
    expect([heard, bench.view.get().inMix]).toEqual([1, true]);
    // Heard elsewhere: what is auditioned draws no list of targets anew.
    bench.setAudition({ chain: aGainChain(1), strength: 50 });
    expect(heard).toBe(1);
  });

  it("shows a card at once, sends it after what was touched before, and tells once", async () => {
    const { bench, settle, answer, chainOf, sent, told, commands } = await room({ slow: true });
    bench.shape(aGainChain(7));
    bench.apply(cards[0], { how: "after", strength: 100 });
    expect(chainOf("a")).toEqual(putOn(shaped(7), aGainChain(1), "after"));
    expect(sent).toEqual([]);
    await answer();
    expect(commands()).toEqual(["set-chain"]);
    await settle();
    expect(commands()).toEqual(["set-chain", "apply-card"]);
    expect(chainOf("a")).toEqual(putOn(shaped(7), aGainChain(1), "after"));
    expect(told).toEqual(["“Foghorn” on “Target a”."]);
  });

  it("is as it was where a card is refused, and says why", async () => {
    const { bench, settle, chainOf, told, refusing } = await room();
    refusing.add("apply-card");
    bench.apply(cards[0], onto);
    expect(chainOf("a")).toEqual(aGainChain(1));
    await settle();
    expect(chainOf("a")).toEqual(emptyChain("audio"));
    expect(told.at(-1)).toBe("No.");
  });

  it("puts cards on in the order in which they were asked for, on what was selected then, whenever their contents come", async () => {
    const { bench, settle, chainOf, contents, sent, held } = await room();
    bench.apply(cards[2], { how: "after", strength: 100 });
    bench.apply(cards[0], { how: "after", strength: 100 });
    bench.selects.only("b");
    await settle();
    expect([sent.length, held()]).toEqual([0, 2]);
    contents.forEach((come) => come(contentOf(cards[2])));
    await settle();
    expect(sent.map(({ input }) => [input.cardId, input.targetIds])).toEqual([
      ["c2", ["a"]],
      ["c0", ["a"]],
    ]);
    expect([chainOf("a"), chainOf("b"), held()]).toEqual([aGainChain(3, 1), emptyChain("audio"), 0]);
  });

  it("refuses what does not go, in words, and changes nothing", async () => {
    const { bench, told, sent, settle } = await room();
    bench.selects.all();
    bench.apply(cards[0], onto);
    await bench.putAll([{ name: "x", chain: aGainChain(1) }], onto);
    bench.selects.only("a");
    bench.shape(aGainChain(...Array.from({ length: longestChain }, (_, i) => i)));
    bench.append(findEffect("audio.gain")!);
    await bench.putAll([{ name: "x", chain: aGainChain(1) }], { how: "after", strength: 100 });
    await bench.edits.saveNow();
    await settle();
    expect(told).toEqual([
      "“Foghorn” is for sound; “Target d” is a picture.",
      "This is for sound; “Target d” is a picture.",
      `The chain on “Target a” has ${longestChain} settings already.`,
      `The chain on “Target a” would have more than ${longestChain} settings.`,
    ]);
    expect(sent.map(({ command }) => command)).toEqual(["set-chain"]);
  });

  it("puts several things on as one change", async () => {
    const { bench, settle, chainOf, sent, told } = await room();
    bench.selects.these(["a", "b"]);
    const items = [
      { name: "Foghorn", chain: aGainChain(1), card: cards[0] },
      { name: "by hand", chain: aGainChain(2) },
    ];
    expect(await bench.putAll(items, { ...onto, how: "after" })).toBe(true);
    await settle();
    expect(chainOf("b")).toEqual(aGainChain(1, 2));
    expect(sent).toMatchObject([
      {
        command: "apply-draft",
        input: { targetIds: ["a", "b"], parts: [{ cardId: "c0" }, { name: "by hand" }] },
      },
    ]);
    expect(told).toEqual(["It was done."]);
  });

  it("learns what was done as steps, not what was refused or taken back", async () => {
    const { bench, settle, takenBack, refusing } = await room();
    const kinds = () => bench.view.get().learnt.map(({ kind }) => kind);
    bench.apply(cards[0], onto);
    await settle();
    expect(kinds()).toEqual(["put"]);
    refusing.add("apply-card");
    bench.apply(cards[1], onto);
    await settle();
    expect(kinds()).toEqual(["put"]);
    bench.renderInPlace("all");
    await settle();
    expect([kinds(), bench.view.get().lead?.id]).toEqual([["put", "render"], "b"]);
    await bench.takeBack("undo");
    expect([kinds(), takenBack]).toEqual([["put"], ["undo"]]);
    await bench.takeBack("redo");
    expect(kinds()).toEqual(["put"]);
  });

  it("sends what waits before it takes back, and when it is left", async () => {
    const { bench, takenBack, commands, leave, settle } = await room();
    bench.setStrength(40);
    await bench.takeBack("undo");
    expect([commands(), takenBack]).toEqual([["set-chain"], ["undo"]]);
    bench.shape(aGainChain(2));
    leave();
    await settle();
    expect(commands()).toEqual(["set-chain", "set-chain"]);
  });

  it("selects what a routine chose", async () => {
    const { bench, sent } = await room();
    await bench.runRoutine({ id: "r", name: "Finish", steps: [] } as never);
    expect(sent).toMatchObject([
      { command: "run-routine", input: { routineId: "r", targetIds: ["a"], drawn: ["c1"] } },
    ]);
    expect(bench.view.get().lead?.id).toBe("c");
    expect(bench.view.get().learnt).toEqual([]);
  });

  it("keeps what was selected by being the first, when rows come before it", async () => {
    const { bench, store, other } = await room();
    other("b", () => ({ position: "Z0" }));
    expect(bench.view.get()).toMatchObject({ targets: [{ id: "b" }, {}, {}, {}], lead: { id: "a" } });
    store.take({
      of: "session",
      sessionId: "s",
      revision: store.revision! + 1,
      actorId: "other",
      forward: [{ entity: "target", kind: "delete", id: "a" }],
    } as never);
    expect(bench.view.get().lead?.id).toBe("c");
  });

  it("shows what somebody else did meanwhile beside what was done here, until one is kept", async () => {
    const { bench, settle, other, chainOf, targets } = await room();
    bench.shape(aGainChain(5));
    other("a", () => ({ chain: aGainChain(6) }));
    await bench.edits.saveNow();
    expect(bench.view.get().conflict).toMatchObject({
      targetId: "a",
      mine: { chain: shaped(5) },
      theirs: { chain: aGainChain(6) },
    });
    bench.decide("mine");
    await settle();
    expect([bench.view.get().conflict, chainOf("a"), targets.get("a")!.chain]).toEqual([
      null,
      shaped(5),
      shaped(5),
    ]);
  });

  it("shows what the server has in the end, whatever is done when, and holds nothing back", async () => {
    const moves = fc.array(
      fc.oneof(
        fc.constantFrom("answer", "next", "shape", "strength", "append", "both", "other", "refuse", "come"),
        fc.record({ card: fc.nat(2), how: fc.constantFrom("replace", "after", "before", "missing") }),
      ),
      { maxLength: 20 },
    );
    await fc.assert(
      fc.asyncProperty(moves, async (history) => {
        const here = await room({ slow: true });
        const { bench, contents, refusing } = here;
        let gain = 1;
        bench.selects.only("a");
        for (const move of history) {
          if (typeof move !== "string")
            bench.apply(cards[move.card], { how: move.how, strength: 100 } as never);
          else if (move === "answer") await here.answer();
          else if (move === "next") bench.selects.only(bench.view.get().lead?.id === "a" ? "b" : "a");
          else if (move === "shape") bench.shape(aGainChain(gain++ % 20));
          else if (move === "strength") bench.setStrength(gain++ % 100);
          else if (move === "append") bench.append(findEffect("audio.gain")!);
          else if (move === "both") bench.selects.these(["a", "b"]);
          else if (move === "other") here.other("b", () => ({ chain: aGainChain(gain++ % 20) }));
          else if (move === "refuse") refusing.add("apply-card");
          else contents.splice(0).forEach((come) => come(contentOf(cards[2])));
          await turn();
        }
        refusing.clear();
        for (let i = 0; i < 12; i++) {
          contents.splice(0).forEach((come) => come(contentOf(cards[2])));
          void bench.edits.saveNow();
          await here.settle();
          if (bench.view.get().conflict) bench.decide(i % 2 === 0 ? "mine" : "theirs");
        }
        expect(here.held()).toBe(0);
        expect(bench.edits.get()).toMatchObject({ overlay: new Map(), conflicts: [] });
        for (const { id, chain, strength } of here.targets.values()) {
          expect(chainText(here.chainOf(id))).toBe(chainText(chain));
          expect(bench.view.get().targets.find((target) => target.id === id)!.strength).toBe(strength);
        }
      }),
      { numRuns: 60 },
    );
  });
});
