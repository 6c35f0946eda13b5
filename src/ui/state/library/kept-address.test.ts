import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { KeptAddress } from "./kept-address";

let people = 0;
/** A browser's history, and a screen in it. */
function browser() {
  const who = `l ${people++}`;
  const entries = ["bench"];
  let writes = 0;
  return {
    entries,
    writes: () => writes,
    open(asked: string) {
      entries.push(asked);
      const kept = new KeptAddress(who, asked, {
        write(search, isStep) {
          writes++;
          if (isStep) entries.push(search);
          else entries[entries.length - 1] = search;
        },
      });
      kept.begin();
      return kept;
    },
  };
}

describe("the address of the library's screen", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it("is written at once, and in a beat while much changes; the last of it always", () => {
    const { open, entries, writes } = browser();
    const kept = open("");
    for (let i = 0; i < 100; i++) {
      kept.keep(`card=${i}`, false);
      if (i === 0) expect(entries.at(-1)).toBe("card=0");
      vi.advanceTimersByTime(30);
    }
    vi.advanceTimersByTime(300);
    expect(entries).toEqual(["bench", "card=99"]);
    expect(writes()).toBeLessThan(16);
  });

  it("is written at once for a filter, also while cards wait; and for the card as the page goes", () => {
    const { open, entries } = browser();
    const kept = open("");
    kept.keep("card=1", false);
    kept.keep("card=2", false);
    kept.keep("filter=f", false);
    expect(entries.at(-1)).toBe("filter=f");
    kept.keep("", false);
    expect(entries.at(-1)).toBe("");
    kept.keep("card=3", false);
    kept.keep("card=4", false);
    kept.leave();
    expect(entries).toEqual(["bench", "card=4"]);
  });

  it("another place is a step, and what was left is found as it was left", () => {
    const { open, entries } = browser();
    const kept = open("place=unfiled");
    kept.keep("place=unfiled&card=1", false);
    kept.keep("place=unfiled&card=2", false);
    kept.keep("place=list:x", true);
    vi.advanceTimersByTime(1000);
    expect(entries).toEqual(["bench", "place=unfiled&card=2", "place=list:x"]);
  });

  it("places that are only passed are no steps", () => {
    const { open, entries } = browser();
    const kept = open("");
    for (const place of ["a", "b", "c"]) {
      kept.keep(`place=folder:${place}`, true);
      kept.keep(`place=folder:${place}&card=1`, false);
      vi.advanceTimersByTime(100);
    }
    expect(entries).toEqual(["bench", "", "place=folder:c&card=1"]);
    vi.advanceTimersByTime(1000);
    kept.keep("place=folder:d", true);
    expect(entries).toEqual(["bench", "", "place=folder:c&card=1", "place=folder:d"]);
  });

  it("who comes without one comes back to where they were, and nobody else does", () => {
    const { open, entries } = browser();
    const kept = open("");
    kept.keep("filter=fog&card=1", false);
    kept.keep("filter=fog&card=2", false);
    kept.keep("filter=fog&card=3", false);
    kept.end();
    vi.advanceTimersByTime(1000);
    // The address was another screen's by then.
    expect(entries.at(-1)).toBe("filter=fog&card=2");
    expect(open("").first).toMatchObject({ typed: "fog", cardId: "3" });
    expect(entries.at(-1)).toBe("filter=fog&card=3");
    expect(open("filter=rain").first.typed).toBe("rain");
    // Nothing was done there.
    expect(open("").first.typed).toBe("rain");
    expect(browser().open("").first.typed).toBe("");
  });
});
