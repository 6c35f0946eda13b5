import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CatchingUp } from "./catching-up";

/** A server and a page between which every step happens when it is told to. */
function world() {
  let there = 0;
  let here: number | null = 0;
  let isCut = false;
  const steps: (() => void)[] = [];
  const step = () => new Promise<void>((resolve) => steps.push(resolve));
  const catching = new CatchingUp({
    async fetch() {
      await step();
      if (isCut) throw new Error("cut");
      // What the server held when it was asked, which comes later.
      const answered = there;
      await step();
      if (isCut) throw new Error("cut");
      here = Math.max(here ?? 0, answered);
    },
    revisionOf: () => here,
    isPassing: () => true,
    wait: step,
  });
  const settle = async () => {
    for (let i = 0; i < 4; i++) await Promise.resolve();
  };
  return {
    catching,
    change: () => void there++,
    notice: () => catching.want("session", there),
    anything: () => catching.want("session", null),
    cut: (is: boolean) => void (isCut = is),
    /** The page's own request brings the session as it was when that was asked for. */
    arrives: (at: number | null) => void (here = at),
    async step() {
      steps.shift()?.();
      await settle();
    },
    async end() {
      isCut = false;
      for (let i = 0; i < 200 && steps.length > 0; i++) {
        steps.shift()?.();
        await settle();
      }
      return { there, here, waiting: steps.length };
    },
  };
}

describe("catching up", () => {
  it("comes to what the last notice told of, whatever was cut, and when (property)", async () => {
    const moves = fc.constantFrom("change", "changed", "anything", "cut", "back", "step", "step", "step");
    await fc.assert(
      fc.asyncProperty(fc.array(moves, { maxLength: 60 }), async (history) => {
        const one = world();
        for (const move of history) {
          if (move === "change" || move === "changed") one.change();
          if (move === "changed") one.notice();
          if (move === "anything") one.anything();
          if (move === "cut") one.cut(true);
          if (move === "back") one.cut(false);
          if (move === "step") await one.step();
        }
        // Whatever was missed, the line that comes back says so.
        one.anything();
        const { there, here, waiting } = await one.end();
        expect([here, waiting]).toEqual([there, 0]);
        expect(one.catching.isBehind.get()).toBe(false);
      }),
      { numRuns: 500 },
    );
  });

  it("asks once more where the notice came while an older answer was on its way", async () => {
    const one = world();
    one.change();
    one.notice();
    await one.step();
    // The answer is made; the second change comes before it arrives.
    one.change();
    one.notice();
    expect(await one.end()).toMatchObject({ here: 2, there: 2 });
  });

  it("does not forget a notice of what is only just being fetched whole", async () => {
    const one = world();
    one.arrives(null);
    one.change();
    one.notice();
    await one.step();
    // It arrives as it was before the change.
    one.arrives(0);
    expect(await one.end()).toMatchObject({ here: 1, there: 1 });
  });

  it("says while it is behind, and tries at once when it is told to", async () => {
    const one = world();
    one.cut(true);
    one.change();
    one.notice();
    await one.step();
    expect(one.catching.isBehind.get()).toBe(true);
    one.cut(false);
    one.catching.retry();
    await one.end();
    expect(one.catching.isBehind.get()).toBe(false);
  });

  it("leaves what will not come, and what nobody follows any more", async () => {
    const asked: string[] = [];
    let revision: number | undefined = 0;
    const catching = new CatchingUp({
      fetch: (line) => {
        asked.push(line);
        return Promise.reject(new Error("gone"));
      },
      revisionOf: () => revision,
      isPassing: () => false,
      wait: () => Promise.resolve(),
    });
    catching.want("removed", 5);
    await new Promise((resolve) => setTimeout(resolve, 5));
    revision = undefined;
    catching.want("closed", 5);
    await new Promise((resolve) => setTimeout(resolve, 5));
    expect(asked).toEqual(["removed"]);
    expect(catching.isBehind.get()).toBe(false);
  });
});
