import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { HeldPresses } from "./held-presses";

const aPress = (key: string, rest: { ctrlKey?: boolean; isTrusted?: boolean } = {}) => ({
  key,
  ctrlKey: false,
  metaKey: false,
  isTrusted: true,
  target: null,
  ...rest,
});
type Press = ReturnType<typeof aPress>;

/** A page that hears `done` at once, and presses that wait later. */
function page() {
  const done: string[] = [];
  let typing = false;
  const held = new HeldPresses<Press>({
    again: ({ key }) => {
      done.push(key);
      if (key === "/") typing = true;
    },
    isTyping: () => typing,
  });
  return {
    done,
    held,
    /** As the browser does it. */
    press(key: string, rest = {}) {
      if (!held.take(aPress(key, rest), typing)) {
        done.push(key);
        if (key === "/") typing = true;
      }
    },
  };
}

describe("presses", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());
  const settle = () => vi.advanceTimersByTimeAsync(0);

  it("act at once while nothing is waited for", () => {
    const { press, done } = page();
    [..."abc"].forEach((key) => press(key));
    expect(done).toEqual(["a", "b", "c"]);
  });

  it("wait for the screen, and act on it in their order once it is there", async () => {
    const { press, done, held } = page();
    const there = held.wait();
    press("d");
    await vi.advanceTimersByTimeAsync(60_000);
    press("ArrowDown");
    expect(done).toEqual([]);
    there();
    // What comes while they are being done again comes after them.
    press("x");
    await settle();
    expect(done).toEqual(["d", "ArrowDown", "x"]);
    press("y");
    expect(done).toEqual(["d", "ArrowDown", "x", "y"]);
  });

  it("that were taken up before the page ran come first", async () => {
    const { press, done, held } = page();
    const there = held.wait();
    press("c");
    held.begin(["/", "a"].map((key) => aPress(key)));
    there();
    await settle();
    expect(done).toEqual(["/", "a", "c"]);
  });

  it("mean nothing once the screen has not come", async () => {
    const { press, done, held } = page();
    const there = held.wait();
    press("d");
    held.drop();
    there();
    await settle();
    expect(done).toEqual([]);
  });

  it("of the browser's own and of keys that only change others are never kept from it", () => {
    const { press, done, held } = page();
    held.wait();
    press("F5");
    press("r", { ctrlKey: true });
    press("Shift");
    press("z", { ctrlKey: true });
    expect(done).toEqual(["F5", "r", "Shift"]);
  });

  it("act on what is there when rows have not come for too long", async () => {
    const { press, done, held } = page();
    const there = held.wait({ longest: 2000 });
    press("d");
    await vi.advanceTimersByTimeAsync(1999);
    expect(done).toEqual([]);
    await vi.advanceTimersByTimeAsync(2);
    expect(done).toEqual(["d"]);
    there();
    press("e");
    expect(done).toEqual(["d", "e"]);
  });

  it("keep their order, none lost and none doubled, however screens and rows come and go", async () => {
    const moves = fc.array(fc.constantFrom("press", "wait", "there", "rest"), { maxLength: 40 });
    await fc.assert(
      fc.asyncProperty(moves, async (history) => {
        const { press, done, held } = page();
        const waits: (() => void)[] = [];
        let pressed = 0;
        for (const move of history) {
          if (move === "press") press(`k${pressed++}`);
          else if (move === "wait") waits.push(held.wait());
          else if (move === "there") waits.shift()?.();
          else await settle();
          expect(done).toEqual(Array.from({ length: done.length }, (_, i) => `k${i}`));
          // Nothing acts while something is waited for.
          if (move === "press" && waits.length > 0) expect(done.length).toBeLessThan(pressed);
        }
        waits.forEach((there) => there());
        await settle();
        expect(done).toHaveLength(pressed);
      }),
    );
  });

  it("that open a field are followed by the rest of the word there, whatever is waited for then", async () => {
    const { press, done, held } = page();
    const there = held.wait();
    [..."/fog"].forEach((key) => press(key));
    // The first letter asks for other rows, which the next ones do not wait for.
    const seen = done.push.bind(done);
    done.push = (key) => {
      if (key === "f") held.wait();
      return seen(key);
    };
    there();
    await settle();
    expect(done.join("")).toBe("/fog");
  });

  it("come before what is typed into the field that has just opened for them", async () => {
    const { press, done, held } = page();
    const bar = held.wait();
    const rows = held.wait();
    [..."smal"].forEach((key) => press(key));
    // The field is there and has the focus; what waited is done with the next turn, or once rows are there.
    press("/", { isTrusted: false });
    bar();
    press("l");
    expect(done).toEqual(["/"]);
    await settle();
    expect(done.join("")).toBe("/small");
    press("!");
    rows();
    await settle();
    expect(done.join("")).toBe("/small!");
  });

  it("wait in a field as well while what it was filled in for is being done, and Esc is the way out", async () => {
    const { press, done, held } = page();
    press("/");
    const first = held.wait({ inFields: true, isLeft: true });
    press("a");
    press("Escape");
    first();
    await settle();
    expect(done).toEqual(["/", "Escape"]);
    const second = held.wait({ inFields: true });
    press("b");
    press("c");
    await settle();
    expect(done).toEqual(["/", "Escape"]);
    second();
    await settle();
    expect(done).toEqual(["/", "Escape", "b", "c"]);
  });

  it("are for a dialog that is still being loaded, though a field has the focus; Esc too", async () => {
    const { press, done, held } = page();
    press("/");
    const dialog = held.wait({ inFields: true });
    press("Enter");
    press("Escape");
    await settle();
    expect(done).toEqual(["/"]);
    dialog();
    await settle();
    expect(done).toEqual(["/", "Enter", "Escape"]);
  });

  it("that send what a field holds keep those after them waiting, though all were typed ahead", async () => {
    const { press, done, held } = page();
    const dialog = held.wait();
    let answered = () => {};
    const seen = done.push.bind(done);
    done.push = (key) => {
      if (key === "Enter") answered = held.wait({ inFields: true });
      return seen(key);
    };
    ["/", "a", "Enter", "d"].forEach((key) => press(key));
    dialog();
    await settle();
    expect(done.join(" ")).toBe("/ a Enter");
    answered();
    await settle();
    expect(done.join(" ")).toBe("/ a Enter d");
  });
});
