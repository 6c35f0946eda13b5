import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import { FilmAhead } from "./film-ahead";

/* Played by a clock of the test's own: frames take as long as they are said to, a screen shows sixty a second. */

interface Shown {
  readonly index: number;
  readonly small: boolean;
  /** Milliseconds behind the clock. */
  readonly late: number;
}

interface Playing {
  readonly frames?: number;
  /** Seconds that are played. */
  readonly seconds: number;
  /** Milliseconds that the n-th frame that is made takes. */
  cost(small: boolean, n: number): number;
  readonly offset?: number;
  readonly wasKept?: boolean;
  /** Seconds from when one is given until it is seen. */
  readonly until?: number;
  meanwhile?(film: FilmAhead<{ took: number; wasKept: boolean }>, at: number): void;
}

const lasts = 0.04;

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

async function played({
  frames = 250,
  seconds,
  cost,
  offset = 0,
  wasKept = false,
  until,
  meanwhile,
}: Playing) {
  const begun = performance.now();
  const elapsed = () => (performance.now() - begun) / 1000 + offset;
  const asked: number[] = [];
  const sizes: boolean[] = [];
  const film = new FilmAhead({
    frames,
    lasts,
    clock: () => elapsed() % (frames * lasts),
    make: async (index, small) => {
      const took = cost(small, asked.push(index) - 1);
      await new Promise((resolve) => setTimeout(resolve, took));
      return { took, wasKept };
    },
    onSize: (small) => void sizes.push(small),
  });
  const running = film.run();
  const shown: Shown[] = [];
  for (let at = 0; at < seconds * 60; at++) {
    await vi.advanceTimersByTimeAsync(1000 / 60);
    const due = film.take(until);
    if (due) shown.push({ index: due.index, small: due.small, late: (film.now() - due.at) * 1000 });
    meanwhile?.(film, at);
  }
  film.stop();
  await vi.advanceTimersByTimeAsync(1000);
  await running;
  return { shown, asked, sizes };
}

const aScreen = 1000 / 60;
/** How many indices lie between each and the one before. */
const steps = (shown: readonly Shown[]) => shown.slice(1).map(({ index }, i) => index - shown[i].index);

describe("frames that are made in time", () => {
  test("are all shown, in order, each within what a screen shows one for, and at their whole size", async () => {
    const { shown, sizes } = await played({ seconds: 5, cost: () => 25 });
    expect(new Set(steps(shown))).toEqual(new Set([1]));
    expect(shown.length).toBeGreaterThanOrEqual(5 * 25 - 3);
    expect(Math.max(...shown.slice(2).map(({ late }) => late))).toBeLessThan(aScreen);
    expect(Math.min(...shown.map(({ late }) => late))).toBeGreaterThan(-aScreen / 2 - 1);
    expect(sizes).toEqual([]);
  });

  test("are in time also where one of ten takes twice and a half as long as a frame lasts", async () => {
    const { shown, sizes } = await played({ seconds: 8, cost: (_, n) => (n % 10 === 9 ? 100 : 20) });
    expect(new Set(steps(shown))).toEqual(new Set([1]));
    expect(Math.max(...shown.slice(2).map(({ late }) => late))).toBeLessThan(aScreen);
    expect(sizes).toEqual([]);
  });

  test("go round with their range, from wherever playing begins", async () => {
    const { shown } = await played({ frames: 10, seconds: 2, cost: () => 5, offset: 0.28 });
    expect(shown[0].index).toBe(7);
    expect(new Set(steps(shown).map((step) => (step + 10) % 10))).toEqual(new Set([1]));
    expect(Math.max(...shown.slice(2).map(({ late }) => late))).toBeLessThan(aScreen);
  });

  test("are given as much earlier as it takes until they are seen", async () => {
    const { shown } = await played({ seconds: 2, cost: () => 5, until: 0.03 });
    const late = shown.slice(2).map(({ late }) => late);
    expect(Math.max(...late)).toBeLessThan(-30 + aScreen);
    expect(Math.min(...late)).toBeGreaterThan(-30 - aScreen);
  });

  test("are made three ahead and no more", async () => {
    const { shown, asked } = await played({ seconds: 2, cost: () => 1 });
    expect(asked.length - shown.length).toBeLessThanOrEqual(4);
  });

  test("stay whole where the first one takes long, which opens the file", async () => {
    const { shown, sizes } = await played({ seconds: 3, cost: (_, n) => (n === 0 ? 400 : 20) });
    expect(sizes).toEqual([]);
    expect(shown.every(({ small }) => !small)).toBe(true);
  });
});

describe("frames that take longer than they last", () => {
  test("are made at half their size, and then all shown in time", async () => {
    const { shown, sizes } = await played({ seconds: 6, cost: (small) => (small ? 18 : 60) });
    expect(sizes[0]).toBe(true);
    const after = shown.slice(60);
    expect(after.every(({ small }) => small)).toBe(true);
    expect(new Set(steps(after))).toEqual(new Set([1]));
    expect(Math.max(...after.map(({ late }) => late))).toBeLessThan(aScreen);
  });

  test("are tried whole only once where half of it would not promise that", async () => {
    const { sizes } = await played({ seconds: 20, cost: (small) => (small ? 15 : 60) });
    expect(sizes).toEqual([true, false, true]);
  });

  test("are whole again once half of it takes less than a fifth of the time", async () => {
    const { shown, sizes } = await played({
      seconds: 6,
      cost: (small, n) => (n < 40 ? 90 : small ? 7 : 28),
    });
    expect(sizes).toEqual([true, false]);
    expect(shown.at(-1)!.small).toBe(false);
  });

  test("are left out where even half of it takes too long; what is shown is still in step", async () => {
    const { shown, asked } = await played({ seconds: 10, cost: (small) => (small ? 100 : 400) });
    const after = shown.slice(10);
    expect(steps(after).every((step) => step >= 1)).toBe(true);
    expect(after.length / 10).toBeGreaterThan(5);
    expect(Math.max(...after.map(({ late }) => late))).toBeLessThan(2 * lasts * 1000);
    expect(asked.length).toBeLessThan(10 * 12);
  });

  test("that were kept say nothing of what others take", async () => {
    const { sizes } = await played({ seconds: 3, cost: () => 90, wasKept: true });
    expect(sizes).toEqual([]);
  });
});

describe("a change while it plays", () => {
  test("is seen within what one frame takes to be made and two to be shown; nothing of before is shown after it", async () => {
    const made: number[] = [];
    let version = 0;
    const begun = performance.now();
    const film = new FilmAhead({
      frames: 1000,
      lasts,
      clock: () => (performance.now() - begun) / 1000,
      make: async () => {
        const of = version;
        await new Promise((resolve) => setTimeout(resolve, 20));
        return { took: 20, wasKept: false, of };
      },
      onSize: () => undefined,
    });
    const running = film.run();
    let changedAt = 0;
    let seenAt = 0;
    for (let at = 0; at < 300; at++) {
      await vi.advanceTimersByTimeAsync(1000 / 60);
      if (at === 150) {
        version = 1;
        film.change();
        changedAt = performance.now();
      }
      const due = film.take();
      if (due && at >= 150) made.push(due.made.of);
      if (due?.made.of === 1 && seenAt === 0) seenAt = performance.now();
    }
    film.stop();
    await vi.advanceTimersByTimeAsync(100);
    await running;
    expect(new Set(made)).toEqual(new Set([1]));
    expect(seenAt - changedAt).toBeLessThanOrEqual(20 + 20 + 2 * lasts * 1000);
  });

  test("tries the whole size once more", async () => {
    const { sizes } = await played({
      seconds: 20,
      cost: (small, n) => (n > 200 ? 14 : small ? 15 : 60),
      meanwhile: (film, at) => at === 900 && film.change(),
    });
    expect(sizes).toEqual([true, false, true, false]);
  });
});

test("what cannot be made ends playing with the reason", async () => {
  const film = new FilmAhead<{ took: number; wasKept: boolean }>({
    frames: 10,
    lasts,
    clock: () => 0,
    make: () => Promise.reject(new Error("The clip ends before this frame.")),
    onSize: () => undefined,
  });
  await expect(film.run()).rejects.toThrow("The clip ends before this frame.");
});
