import fc from "fast-check";
import { expect, it } from "vitest";
import type { Rendering } from "@/core/api/operations/one-render";
import { InPlaceRuns, type RenderLine } from "./in-place";

type State = Rendering["state"];

const aRendering = (id: string, state: State, progress: number): Rendering => ({
  id,
  name: `name ${id}`,
  format: "wav",
  count: 1,
  state,
  progress,
  problem: null,
  notes: [],
  fileName: null,
  bytes: null,
  inPlace: true,
  said: null,
  selected: null,
  askedAt: "2026-01-01T00:00:00.000Z",
  endedAt: null,
});

/** A server that renders for so many looks, and can be cut off. */
class Server implements RenderLine {
  readonly now = new Map<string, { state: State; looks: number }>();
  readonly began: string[] = [];
  cuts = 0;

  constructor(private readonly looks: (id: string) => number) {}

  private answer(id: string): Rendering {
    const { state, looks } = this.now.get(id)!;
    return aRendering(id, state, 1 / (1 + looks));
  }
  async begin() {
    await Promise.resolve();
    const id = `r${this.now.size}`;
    this.now.set(id, { state: "waiting", looks: this.looks(id) });
    this.began.push(id);
    return this.answer(id);
  }
  async look(id: string) {
    await Promise.resolve();
    if (this.cuts-- > 0) throw new Error("cut off");
    const one = this.now.get(id)!;
    if (one.state === "waiting" || one.state === "running")
      Object.assign(one, one.looks <= 0 ? { state: "done" } : { state: "running", looks: one.looks - 1 });
    return this.answer(id);
  }
  async stop(id: string) {
    await Promise.resolve();
    const one = this.now.get(id)!;
    if (one.state === "waiting" || one.state === "running") one.state = "cancelled";
    return this.answer(id);
  }
  rest: () => Promise<unknown> = () => Promise.resolve();
  isPassing = (error: unknown) => (error as Error).message === "cut off";
}

const work = () => ({ sessionId: "s", targetIds: ["t"] });
const soon = () => new Promise((resolve) => setTimeout(resolve));

it("a rendering that is taken back is stopped, at whatever moment, and else has come to its end", async () => {
  await fc.assert(
    fc.asyncProperty(fc.nat(6), fc.nat(30), async (looks, turns) => {
      const server = new Server(() => looks);
      const runs = new InPlaceRuns(server);
      const ended = runs.render(work, Promise.resolve());
      for (let i = 0; i < turns; i++) await Promise.resolve();
      const left = await runs.stopLatest();
      const { state } = await ended;
      if (left === "idle") expect(state).toBe("done");
      else expect(state).toBe(left === "done" ? "done" : "cancelled");
      expect(server.now.get("r0")!.state).toBe(state);
      await soon();
      expect(runs.get()).toBeNull();
    }),
  );
});

it("of several the latest is stopped, then the one before it; none is stopped twice", async () => {
  const server = new Server(() => 1e9);
  server.rest = soon;
  const runs = new InPlaceRuns(server);
  const all = [runs.render(work, Promise.resolve()), runs.render(work, Promise.resolve())];
  await soon();
  expect(await runs.stopLatest()).toBe("stopped");
  expect([...server.now.values()].map(({ state }) => state)).toEqual(["running", "cancelled"]);
  expect(runs.get()).not.toBeNull();
  expect(await runs.stopLatest()).toBe("stopped");
  expect(await runs.stopLatest()).toBe("idle");
  expect((await Promise.all(all)).map(({ state }) => state)).toEqual(["cancelled", "cancelled"]);
});

it("waits for what must be saved first, and is not begun where that fails", async () => {
  const server = new Server(() => 0);
  const runs = new InPlaceRuns(server);
  await expect(runs.render(work, Promise.reject(new Error("not saved")))).rejects.toThrow("not saved");
  expect(server.began).toEqual([]);
  expect(await runs.stopLatest()).toBe("idle");
});

it("a server that cannot be reached for a while is looked at again; one that refuses is not", async () => {
  const server = new Server(() => 2);
  server.cuts = 5;
  const runs = new InPlaceRuns(server);
  expect((await runs.render(work, Promise.resolve())).state).toBe("done");
  server.isPassing = () => false;
  server.cuts = 1;
  await expect(runs.render(work, Promise.resolve())).rejects.toThrow("cut off");
});
