import { describe, expect, it } from "vitest";
import { WorkerLine } from "./worker-line";

interface Question {
  readonly id: number;
  readonly words: string;
}

/** A worker that does what it is told to in the test. */
class FakeWorker {
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onerror: ((event: { message?: string; preventDefault(): void }) => void) | null = null;
  readonly got: unknown[] = [];
  isEnded = false;
  postMessage(message: unknown) {
    this.got.push(message);
  }
  terminate() {
    this.isEnded = true;
  }
  answer(id: number, said: string) {
    this.onmessage?.({ data: { id, said } });
  }
  break(message?: string) {
    this.onerror?.({ message, preventDefault: () => undefined });
  }
}

function begun(refusal?: string) {
  const workers: FakeWorker[] = [];
  const broken: string[] = [];
  let now = 0;
  const line: WorkerLine<Question, string, { id: number; said: string }> = new WorkerLine(
    {
      start: () => (workers.push(new FakeWorker()), workers.at(-1) as unknown as Worker),
      hear: ({ id, said }) => (said === "no" ? line.refused(id, said) : line.answered(id, said)),
      begin: () => line.tell("to begin with"),
      ...(refusal !== undefined && { refusal }),
      broke: ({ message }) => void broken.push(message),
    },
    () => now,
  );
  return { line, workers, broken, pass: (milliseconds: number) => (now += milliseconds) };
}

describe("a worker's line", () => {
  it("starts it with the first question, after what it has to know", async () => {
    const { line, workers } = begun();
    expect([line.isStarted, workers.length]).toEqual([false, 0]);
    const [yes, no] = [line.ask({ id: 1, words: "a" }), line.ask({ id: 2, words: "b" })];
    expect(workers[0].got).toEqual(["to begin with", { id: 1, words: "a" }, { id: 2, words: "b" }]);
    workers[0].answer(2, "no");
    workers[0].answer(1, "yes");
    expect(await yes).toBe("yes");
    await expect(no).rejects.toThrow("no");
  });

  it("begins anew one that breaks, asks it again what was not answered, and says so", async () => {
    const { line, workers, broken } = begun();
    const done = line.ask({ id: 1, words: "a" });
    const open = line.ask({ id: 2, words: "b" });
    workers[0].answer(1, "yes");
    workers[0].break("out of memory");
    expect(await done).toBe("yes");
    expect(workers.map(({ isEnded }) => isEnded)).toEqual([true, false]);
    expect(workers[1].got).toEqual(["to begin with", { id: 2, words: "b" }]);
    expect(broken).toEqual(["out of memory"]);
    // An error of the worker that was ended is ignored.
    workers[0].break("once more");
    expect(workers).toHaveLength(2);
    workers[1].answer(2, "late");
    expect(await open).toBe("late");
  });

  it("refuses what breaks it twice, and goes on with what did not", async () => {
    const { line, workers } = begun();
    const poison = line.ask({ id: 1, words: "poison" });
    workers[0].break("by poison");
    const other = line.ask({ id: 2, words: "b" });
    workers[1].break("by poison");
    await expect(poison).rejects.toThrow("by poison");
    expect(workers[2].got).toEqual(["to begin with", { id: 2, words: "b" }]);
    workers[2].answer(2, "yes");
    expect(await other).toBe("yes");
  });

  it("refuses what was under way in words, where another worker would not know what it is about", async () => {
    const { line, workers } = begun("Ask for it again.");
    const open = expect(line.ask({ id: 1, words: "a" })).rejects.toThrow("Ask for it again.");
    workers[0].break("out of memory");
    await open;
    expect(workers[1].got).toEqual(["to begin with"]);
    const next = line.ask({ id: 2, words: "a" });
    workers[1].answer(2, "yes");
    expect(await next).toBe("yes");
  });

  it("does not go on and on with one that cannot be loaded; the next question tries again", async () => {
    const { line, workers, broken, pass } = begun();
    const first = line.ask({ id: 1, words: "a" });
    const refused = expect(first).rejects.toThrow("It could not be loaded.");
    const second = line.ask({ id: 2, words: "b" });
    const refusedToo = expect(second).rejects.toThrow("It could not be loaded.");
    for (let i = 0; i < 4; i++) workers.at(-1)!.break();
    await Promise.all([refused, refusedToo]);
    expect([workers.length, broken.length, line.isStarted]).toEqual([4, 4, false]);
    pass(120_000);
    const later = line.ask({ id: 3, words: "c" });
    workers[4].answer(3, "yes");
    expect(await later).toBe("yes");
  });

  it("ends it", () => {
    const { line, workers } = begun();
    line.tell("something");
    line.close();
    expect([workers[0].isEnded, line.isStarted]).toEqual([true, false]);
  });
});
