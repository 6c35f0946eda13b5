import { beforeAll, describe, expect, it, vi } from "vitest";
import { documentSum, type SearchDocument } from "@/core/search/document";
import { IndexStore, type SavedIndex } from "@/core/search/index-store";
import { aDocument } from "../../testing/documents";
import type { Answered, Asked, Question, SearchAnswer } from "./search.worker";

/* The worker's own module in this thread; what the browser keeps is kept in a variable. */
let kept: SavedIndex | null = null;
/** How often an index was kept. */
let times = 0;
vi.mock("./kept-index", () => ({
  readKeptIndex: async () => {
    await new Promise((resolve) => setTimeout(resolve, 30));
    return kept && IndexStore.of(structuredClone(kept));
  },
  keepIndex: (_library: string, _member: string, store: IndexStore) => {
    kept = structuredClone(store.save());
    times++;
    return Promise.resolve();
  },
}));

interface FakeSelf {
  onmessage: ((event: { data: unknown }) => void) | null;
  postMessage(message: SearchAnswer): void;
  addEventListener(): void;
}

let last = 0;
/** Another page with a worker of its own. */
async function page() {
  vi.resetModules();
  const waiting = new Map<number, (result: unknown) => void>();
  const counts: Record<string, number>[] = [];
  const self: FakeSelf = {
    onmessage: null,
    addEventListener: () => undefined,
    postMessage: (message) => {
      if (message.kind === "counts") counts.push({ ...message.counts });
      else waiting.get(message.id)?.(message.result);
    },
  };
  vi.stubGlobal("self", self);
  await import("./search.worker");
  const post = (data: object) => self.onmessage!({ data });
  return {
    counts,
    ask: <Q extends Question>(kind: Q, asked: Asked<Q>) => {
      const id = ++last;
      const answer = new Promise<Answered<Q>>((resolve) => waiting.set(id, resolve as never));
      post({ kind, id, ...asked });
      return answer;
    },
    change: (put: SearchDocument[], remove: string[] = []) => post({ kind: "change", put, remove }),
    complete: () => post({ kind: "complete" }),
    follow: (queries: Record<string, string>) => post({ kind: "follow", queries }),
  };
}

const card = (id: string, name: string) => aDocument({ id, name });
const cards = [card("a", "Fog one"), card("b", "Fog two"), card("c", "Rain")];
const whose = { libraryId: "l", memberId: "m" };
const all = { query: "", target: { medium: "audio", kind: "clip" }, limit: 9 } as const;
const sumsOf = (some: readonly SearchDocument[]) => ({
  ids: some.map(({ id }) => id),
  sums: Int32Array.from(some, documentSum),
});

beforeAll(() => vi.useFakeTimers({ shouldAdvanceTime: true }));

describe("the index from one visit to the next", () => {
  it("is kept once it is whole and has not changed for a while, and not before", async () => {
    const first = await page();
    expect(await first.ask("begin", whose)).toBe(0);
    first.change(cards);
    await vi.advanceTimersByTimeAsync(20_000);
    expect(times).toBe(0);
    first.complete();
    await vi.advanceTimersByTimeAsync(20_000);
    // Nothing has changed since.
    expect(times).toBe(1);
    first.change([card("d", "Fog three")]);
    await vi.advanceTimersByTimeAsync(5000);
    first.change([], ["d"]);
    await vi.advanceTimersByTimeAsync(5000);
    expect(times).toBe(1);
    await vi.advanceTimersByTimeAsync(6000);
    expect(times).toBe(2);
  });

  it("answers at once, and is brought up to what there is now", async () => {
    const second = await page();
    second.follow({ fog: "fog" });
    const begun = second.ask("begin", whose);
    // Asked while it is still read: answered by it.
    const early = second.ask("recall", all);
    expect(await begun).toBe(3);
    expect((await early).hits.map(({ id }) => id)).toEqual(["a", "b", "c"].sort());
    const now = [cards[0], card("b", "Rain two"), card("e", "Fog new")];
    expect(await second.ask("differing", sumsOf(now))).toEqual(["b", "e"]);
    second.change(now.slice(1));
    // What nobody spoke of is not there any more.
    second.complete();
    const { hits } = await second.ask("recall", { ...all, query: "rain" });
    expect(hits.map(({ id }) => id)).toEqual(["b"]);
    expect((await second.ask("recall", all)).matches).toBe(3);
    await vi.advanceTimersByTimeAsync(1000);
    expect(second.counts.at(-1)).toEqual({ fog: 2 });
    await vi.advanceTimersByTimeAsync(20_000);
    expect(IndexStore.of(structuredClone(kept!))!.size).toBe(3);
  });

  it("of another form is passed by", async () => {
    kept = { ...kept!, form: -1 };
    const third = await page();
    expect(await third.ask("begin", whose)).toBe(0);
    expect((await third.ask("recall", all)).matches).toBe(0);
  });
});

describe("what takes long", () => {
  it("lets whoever types go first, and is right about what has changed meanwhile", async () => {
    const { ask, change } = await page();
    // Nothing short tells the two apart, so that all that may be typed is tried.
    change([
      card("a", "Morning fog over the northern slipway"),
      card("b", "Morning fog over the northern slipway"),
    ]);
    const order: string[] = [];
    // Several at a time, each to its end.
    const fewest = Promise.all(
      ["b", "b"].map((cardId) =>
        ask("fewestKeys", { cardId, target: all.target }).then((found) => {
          order.push("fewest");
          return found;
        }),
      ),
    );
    for (const query of ["m", "mo", "mor"])
      await ask("recall", { ...all, query }).then(({ hits }) => order.push(`${query} ${hits.length}`));
    change([], ["a"]);
    expect(order).toEqual(["m 2", "mo 2", "mor 2"]);
    expect((await fewest).map((one) => one?.typed)).toEqual([expect.any(String), expect.any(String)]);
    expect(await ask("fewestKeys", { cardId: "b", target: all.target })).toEqual({ keys: 3, typed: "f" });
  });
});
