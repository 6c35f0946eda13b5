import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { layOver, settle, shown, type Edit } from "@/core/library/overlay";
import type { Target } from "@/core/library/entities";
import { aGainChain, aTarget } from "../../../../testing/library";
import { ApiError } from "../../data/api";
import { BenchEdits, type Clock, type EditLine } from "./edits";

/** A clock that moves when it is told to. */
class HandClock implements Clock {
  now = 0;
  private readonly alarms = new Map<number, { at: number; run: () => void }>();
  private last = 0;

  after(milliseconds: number, run: () => void): () => void {
    const id = this.last++;
    this.alarms.set(id, { at: this.now + milliseconds, run });
    return () => this.alarms.delete(id);
  }
  move(milliseconds: number): void {
    this.now += milliseconds;
    for (const [id, { at, run }] of [...this.alarms].sort((a, b) => a[1].at - b[1].at))
      if (at <= this.now && this.alarms.delete(id)) run();
  }
}

interface Sent {
  readonly targetId: string;
  /** Of what is put on several. */
  readonly targetIds?: readonly string[];
  readonly seenTargets?: Readonly<Record<string, number>>;
  readonly chain?: Target["chain"];
  readonly strength?: number;
  readonly seen?: number;
}

/** A server that takes commands one after the other, when it is told to, and a client's copy of what it has. */
class Server implements EditLine {
  readonly targets = new Map<string, Target>();
  /** What the client knows, which may lag. */
  readonly copy = new Map<string, Target>();
  readonly accepted: Sent[] = [];
  readonly told: string[] = [];
  readonly refusing = new Set<string>();
  open = 0;
  undone = 0;
  private readonly queue: {
    make: () => object;
    isAgain: (refusal: unknown) => boolean;
    resolve: (answer: unknown) => void;
    reject: (error: unknown) => void;
  }[] = [];

  constructor(ids: readonly string[]) {
    for (const id of ids) {
      this.targets.set(id, aTarget({ id, chain: aGainChain(0) }));
      this.copy.set(id, this.targets.get(id)!);
    }
  }
  known = (id: string) => this.copy.get(id);
  /** Counts what others are heard to have done. */
  private heard = 0;
  private readonly others = new Map<string, number>();
  revision = () => this.heard;
  isOthers = (id: string, after: number) => (this.others.get(id) ?? 0) > after;
  hold = () => {
    this.open++;
    return () => void this.open--;
  };
  tell = ({ text }: { text: string }) => void this.told.push(text);
  undo = () => Promise.resolve(void this.undone++);
  send = (_command: string, make: () => object, isAgain: (refusal: unknown) => boolean = () => false) =>
    new Promise((resolve, reject) => this.queue.push({ make, isAgain, resolve, reject }));
  /** Answers the oldest command, if there is one. */
  answer(): boolean {
    const next = this.queue.shift();
    if (!next) return false;
    try {
      const sent = next.make() as Sent;
      if (sent.targetIds) {
        this.put(sent, sent.targetIds);
        next.resolve({});
        return true;
      }
      const now = this.targets.get(sent.targetId)!;
      if (this.refusing.has(sent.targetId)) throw new ApiError(422, "refused", "No.", {});
      if (sent.seen !== now.version) throw new ApiError(409, "stale", "It was changed.", { current: now });
      this.write(sent.targetId, sent);
      this.accepted.push(sent);
      this.follow(sent.targetId);
      next.resolve({});
    } catch (error) {
      if (next.isAgain(error)) this.queue.unshift(next);
      else next.reject(error);
    }
    return true;
  }
  write(id: string, { chain, strength }: Partial<Target>): void {
    const before = this.targets.get(id)!;
    this.targets.set(id, {
      ...before,
      ...(chain && { chain }),
      ...(strength !== undefined && { strength }),
      version: before.version + 1,
    });
  }
  private put(sent: Sent, ids: readonly string[]): void {
    const refused = ids.find((id) => this.refusing.has(id));
    if (refused) throw new ApiError(422, "refused", "No.", {});
    const changed = ids.find((id) => this.targets.get(id)!.version !== sent.seenTargets![id]);
    if (changed) throw new ApiError(409, "stale", "It was changed.", { current: this.targets.get(changed) });
    for (const id of ids) {
      this.write(id, sent);
      this.accepted.push({ ...sent, targetId: id });
      this.follow(id);
    }
  }
  /** The client hears of what the server has. */
  follow(id: string): void {
    this.copy.set(id, this.targets.get(id)!);
  }
  /** The client hears of a change that somebody else made. */
  hear(id: string): void {
    if (this.copy.get(id) !== this.targets.get(id)) this.others.set(id, ++this.heard);
    this.follow(id);
  }
}

/** Lets promises go on. */
const settled = () => new Promise<void>((resolve) => setImmediate(resolve));
const gainOf = (target: { chain?: Target["chain"] }) =>
  target.chain?.settings[0]?.values.gain as number | undefined;

describe("edits on the bench", () => {
  const make = () => {
    const server = new Server(["a", "b"]);
    const clock = new HandClock();
    return { server, clock, edits: new BenchEdits("session-1", server, clock) };
  };
  const touch = (edits: BenchEdits, id: string, gain: number) =>
    edits.touch(new Map([[id, { chain: aGainChain(gain) }]]));

  it("nudges within the rest are one change", async () => {
    const { server, clock, edits } = make();
    for (const gain of [1, 2, 3]) {
      touch(edits, "a", gain);
      clock.move(500);
    }
    expect(server.open).toBe(1);
    clock.move(900);
    await settled();
    server.answer();
    await settled();
    expect(server.accepted.map(gainOf)).toEqual([3]);
    expect([server.open, edits.get().overlay.size]).toEqual([0, 0]);
  });

  it("what is touched while the last is on its way is shown on, and sent after it", async () => {
    const { server, clock, edits } = make();
    touch(edits, "a", 1);
    clock.move(900);
    await settled();
    touch(edits, "a", 2);
    server.answer();
    await settled();
    expect(gainOf(edits.get().overlay.get("a")!)).toBe(2);
    clock.move(900);
    await settled();
    server.answer();
    await settled();
    expect(server.accepted.map(gainOf)).toEqual([1, 2]);
    expect(edits.get().overlay.size).toBe(0);
  });

  it("what somebody else did in between is a conflict, whether it was heard of or not", async () => {
    for (const heard of [true, false]) {
      const { server, clock, edits } = make();
      touch(edits, "a", 1);
      server.write("a", { chain: aGainChain(50) });
      if (heard) server.follow("a");
      clock.move(900);
      await settled();
      server.answer();
      await settled();
      const [conflict] = edits.get().conflicts;
      expect([gainOf(conflict.mine), gainOf(conflict.theirs)]).toEqual([1, 50]);
      // Still shown as it was left here.
      expect(gainOf(edits.get().overlay.get("a")!)).toBe(1);
      server.follow("a");
      void edits.decide(conflict, "mine");
      await settled();
      server.answer();
      await settled();
      expect(gainOf(server.targets.get("a")!)).toBe(1);
      expect(edits.get()).toEqual({ overlay: new Map(), conflicts: [] });
      expect(server.undone).toBe(0);
    }
  });

  it("where theirs is kept mine is in the history, taken back", async () => {
    const { server, clock, edits } = make();
    touch(edits, "a", 1);
    server.write("a", { chain: aGainChain(50) });
    clock.move(900);
    await settled();
    server.answer();
    await settled();
    server.follow("a");
    void edits.decide(edits.get().conflicts[0], "theirs");
    await settled();
    server.answer();
    await settled();
    expect(server.accepted.map(gainOf)).toEqual([1]);
    expect(server.undone).toBe(1);
    expect(edits.get().overlay.size).toBe(0);
  });

  it("a refusal is told, and what the server has is shown again", async () => {
    const { server, clock, edits } = make();
    server.refusing.add("a");
    touch(edits, "a", 1);
    clock.move(900);
    await settled();
    server.answer();
    await settled();
    expect(server.told).toEqual(["No."]);
    expect([server.open, edits.get().overlay.size]).toEqual([0, 0]);
  });

  it("leaving sends what waits at once", async () => {
    const { server, edits } = make();
    touch(edits, "a", 1);
    touch(edits, "b", 2);
    void edits.saveNow();
    await settled();
    while (server.answer()) await settled();
    await settled();
    expect(server.accepted.map(gainOf).sort()).toEqual([1, 2]);
    expect(server.open).toBe(0);
  });

  /** Puts something with a gain on targets, in place of what they have. */
  const put = (server: Server, edits: BenchEdits, ids: readonly string[], gain: number) =>
    edits.replace(
      new Map(ids.map((id) => [id, { chain: aGainChain(gain), strength: 100, cardId: `card ${gain}` }])),
      (asSeen, isAgain) => {
        const make = () => {
          const { ids, seen } = asSeen();
          return { targetIds: ids, chain: aGainChain(gain), strength: 100, seenTargets: seen };
        };
        return server.send("apply-card", make, isAgain);
      },
    );
  const answerAll = async (server: Server) => {
    await settled();
    while (server.answer()) await settled();
    await settled();
  };

  it("what is put on what somebody else changed in between is asked for, and the others have it", async () => {
    for (const heard of [true, false]) {
      const { server, edits } = make();
      const done = put(server, edits, ["a", "b"], 3);
      expect(gainOf(edits.get().overlay.get("a")!)).toBe(3);
      server.write("a", { chain: aGainChain(50) });
      if (heard) server.hear("a");
      await answerAll(server);
      await done;
      expect(gainOf(server.targets.get("b")!)).toBe(3);
      expect(gainOf(server.targets.get("a")!)).toBe(50);
      const [conflict] = edits.get().conflicts;
      expect([conflict.targetId, gainOf(conflict.mine), gainOf(conflict.theirs)]).toEqual(["a", 3, 50]);
      expect([...edits.get().overlay.keys()]).toEqual(["a"]);
      server.hear("a");
      void edits.decide(conflict, "mine");
      await answerAll(server);
      // As the card again, not as settings that nobody knows the origin of.
      expect(server.accepted.at(-1)).toMatchObject({ targetId: "a", targetIds: ["a"] });
      expect(gainOf(server.targets.get("a")!)).toBe(3);
      expect(edits.get()).toEqual({ overlay: new Map(), conflicts: [] });
    }
  });

  it("what was shaped after it was put on is sent as it was shaped", async () => {
    const { server, edits } = make();
    const done = put(server, edits, ["a"], 3);
    touch(edits, "a", 4);
    server.write("a", { chain: aGainChain(50) });
    await answerAll(server);
    await done;
    const [conflict] = edits.get().conflicts;
    expect(gainOf(conflict.mine)).toBe(4);
    server.hear("a");
    void edits.decide(conflict, "mine");
    await answerAll(server);
    expect(server.accepted.at(-1)).toHaveProperty("seen");
    expect(gainOf(server.targets.get("a")!)).toBe(4);
  });

  it("what was only renamed or moved meanwhile is no reason to ask, nor is what was done here", async () => {
    const { server, edits } = make();
    const first = put(server, edits, ["a"], 3);
    server.write("a", {});
    // Sent one after the other: the second is made on what the first has left.
    const second = put(server, edits, ["a", "b"], 4);
    await answerAll(server);
    await Promise.all([first, second]);
    expect(edits.get()).toEqual({ overlay: new Map(), conflicts: [] });
    expect(server.accepted.map(gainOf)).toEqual([3, 4, 4]);
  });

  it("what is taken back and put on anew at once is not asked for", async () => {
    const { server, edits } = make();
    const first = put(server, edits, ["a"], 3);
    // A command of one's own whose effect is not foreseen here, such as taking back.
    void server.send("take-back", () => ({
      targetIds: ["a"],
      chain: aGainChain(0),
      seenTargets: { a: server.targets.get("a")!.version },
    }));
    const second = put(server, edits, ["a"], 4);
    await answerAll(server);
    await Promise.all([first, second]);
    expect(edits.get().conflicts).toEqual([]);
    expect(server.accepted.map(gainOf)).toEqual([3, 0, 4]);
  });

  it("a put that is refused is told to whoever did it, and what the server has is shown again", async () => {
    const { server, edits } = make();
    server.refusing.add("b");
    const done = put(server, edits, ["a", "b"], 3);
    const told = expect(done).rejects.toThrow("No.");
    await answerAll(server);
    await told;
    expect([edits.get().overlay.size, edits.get().conflicts.length]).toEqual([0, 0]);
  });

  it("whatever others do meanwhile, nothing of theirs is replaced unseen and nothing hangs", () =>
    fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.tuple(fc.constantFrom("put", "others", "hear", "answer"), fc.constantFrom("a", "b", "ab")),
          { maxLength: 30 },
        ),
        async (steps) => {
          const { server, edits } = make();
          let gain = 0;
          const waiting: Promise<void>[] = [];
          for (const [kind, on] of steps) {
            const ids = [...on];
            if (kind === "put") waiting.push(put(server, edits, ids, ++gain));
            else if (kind === "others")
              for (const id of ids) server.write(id, { chain: aGainChain(1000 + ++gain) });
            else if (kind === "hear") ids.forEach((id) => server.hear(id));
            else {
              const before = new Map([..."ab"].map((id) => [id, gainOf(server.targets.get(id)!)!]));
              const seen = new Map([..."ab"].map((id) => [id, gainOf(server.copy.get(id)!)!]));
              await settled();
              server.answer();
              for (const id of "ab")
                if (gainOf(server.targets.get(id)!) !== before.get(id) && before.get(id)! > 1000)
                  // The client had the replaced gain in its copy.
                  expect(seen.get(id)).toBe(before.get(id));
            }
            await settled();
          }
          for (let round = 0; round < 80; round++) {
            await answerAll(server);
            const [conflict] = edits.get().conflicts;
            if (!conflict) break;
            server.hear(conflict.targetId);
            void edits.decide(conflict, "mine");
          }
          await Promise.all(waiting);
          expect(edits.get()).toEqual({ overlay: new Map(), conflicts: [] });
        },
      ),
      { numRuns: 150 },
    ));

  type Step =
    | { readonly kind: "touch" | "strength" | "others" | "follow" | "refuse" | "allow"; readonly id: string }
    | { readonly kind: "wait"; readonly ms: number }
    | { readonly kind: "answer" }
    | { readonly kind: "leave" }
    | { readonly kind: "decide"; readonly keep: "mine" | "theirs" };
  const id = fc.constantFrom("a", "b");
  const step: fc.Arbitrary<Step> = fc.oneof(
    { weight: 6, arbitrary: fc.record({ kind: fc.constant("touch" as const), id }) },
    { weight: 2, arbitrary: fc.record({ kind: fc.constant("strength" as const), id }) },
    {
      weight: 1,
      arbitrary: fc.record({
        kind: fc.constantFrom("others" as const, "follow" as const, "refuse" as const, "allow" as const),
        id,
      }),
    },
    {
      weight: 4,
      arbitrary: fc.record({ kind: fc.constant("wait" as const), ms: fc.constantFrom(100, 500, 900, 2000) }),
    },
    { weight: 4, arbitrary: fc.constant<Step>({ kind: "answer" }) },
    { weight: 1, arbitrary: fc.constant<Step>({ kind: "leave" }) },
    {
      weight: 1,
      arbitrary: fc.record({
        kind: fc.constant("decide" as const),
        keep: fc.constantFrom("mine" as const, "theirs" as const),
      }),
    },
  );

  it("whatever happens: no touch is lost, none is sent twice, and in the end nothing hangs", () =>
    fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 40 }), async (steps) => {
        const { server, clock, edits } = make();
        let gain = 0;
        const last = new Map<string, number>();
        const decided: number[] = [];
        const decide = async (keep: "mine" | "theirs") => {
          const [conflict] = edits.get().conflicts;
          if (!conflict) return;
          server.follow(conflict.targetId);
          decided.push(gainOf(conflict.mine)!);
          void edits.decide(conflict, keep);
          await settled();
        };
        for (const one of steps) {
          if (one.kind === "touch") touch(edits, one.id, (last.set(one.id, ++gain), gain));
          else if (one.kind === "strength") edits.touch(new Map([[one.id, { strength: (gain * 7) % 100 }]]));
          else if (one.kind === "others") server.write(one.id, { chain: aGainChain(1000 + ++gain) });
          else if (one.kind === "follow") server.follow(one.id);
          else if (one.kind === "refuse") server.refusing.add(one.id);
          else if (one.kind === "allow") server.refusing.delete(one.id);
          else if (one.kind === "wait") clock.move(one.ms);
          else if (one.kind === "answer") server.answer();
          else if (one.kind === "leave") void edits.saveNow();
          else if (one.kind === "decide") await decide(one.keep);
          await settled();
        }
        // It comes to rest: all that waits is sent, all that is sent answered, all conflicts decided.
        for (let round = 0; round < 60; round++) {
          clock.move(2000);
          await settled();
          while (server.answer()) await settled();
          await decide("mine");
        }
        expect(edits.get().conflicts).toEqual([]);
        expect([...edits.get().overlay.keys()]).toEqual([]);
        expect(server.open).toBe(0);
        const accepted = server.accepted.flatMap((sent) => gainOf(sent) ?? []);
        // Sent again only where a conflict was decided for it.
        for (const value of accepted)
          expect(accepted.filter((other) => other === value).length).toBeLessThanOrEqual(
            1 + decided.filter((d) => d === value).length,
          );
        // The last touch of each target was taken by the server, or its refusal was told.
        for (const value of last.values())
          expect(accepted.includes(value) || server.told.length > 0).toBe(true);
      }),
      { numRuns: 150 },
    ));
});

describe("an overlay", () => {
  const edit: fc.Arbitrary<Edit> = fc.record(
    { strength: fc.nat(100), cardId: fc.constantFrom("x", "y", null) },
    { requiredKeys: [] },
  );
  const overlay = fc
    .dictionary(fc.constantFrom("a", "b", "c"), edit)
    .map((all) => new Map(Object.entries(all)));
  it("that is settled with what was laid over is empty there, and leaves what was touched since", () =>
    fc.assert(
      fc.property(overlay, overlay, (first, second) => {
        const both = settle(layOver(first, second), first);
        for (const [id, later] of second)
          for (const [key, value] of Object.entries(later))
            if (first.get(id)?.[key as keyof Edit] !== value) expect(both.get(id)).toHaveProperty(key, value);
        for (const [id, left] of settle(first, first)) expect([id, left]).toBeUndefined();
      }),
    ));
  it("shows the newest of each field", () => {
    const over = layOver(
      new Map([["target-1", { strength: 10, cardId: "x" }]]),
      new Map([["target-1", { strength: 20 }]]),
    );
    expect(shown(aTarget(), over)).toMatchObject({ strength: 20, cardId: "x", name: "Ferry ramp" });
    const other = aTarget({ id: "other" });
    expect(shown(other, over)).toBe(other);
  });
});
