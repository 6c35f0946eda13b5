import { describe, expect, it } from "vitest";
import { Turns } from "./turns";

/** Something that is under way until it is ended by hand. */
function underWay() {
  const begun: string[] = [];
  const ends = new Map<string, () => void>();
  const ask = (name: string) => () =>
    new Promise<string>((resolve) => {
      begun.push(name);
      ends.set(name, () => resolve(name));
    });
  const end = async (name: string) => {
    ends.get(name)!();
    await new Promise((resolve) => setTimeout(resolve));
  };
  return { begun, ask, end };
}

describe("renderings that wait for each other", () => {
  it("begin in their order, only so many at once", async () => {
    const { begun, ask, end } = underWay();
    const turns = new Turns(2);
    const all = ["a", "b", "c", "d"].map((name) => turns.take(ask(name)));
    expect(begun).toEqual(["a", "b"]);
    await end("b");
    expect(begun).toEqual(["a", "b", "c"]);
    await end("a");
    await end("c");
    await end("d");
    expect(await Promise.all(all)).toEqual(["a", "b", "c", "d"]);
  });

  it("that were left are not begun, and one that fails lets the next one begin", async () => {
    const { begun, ask, end } = underWay();
    const turns = new Turns(1);
    const failed = turns.take(() => Promise.reject(new Error("no")));
    const [first, second] = [turns.take(ask("first")), turns.take(ask("second"))];
    await expect(failed).rejects.toThrow("no");
    await new Promise((resolve) => setTimeout(resolve));
    expect(begun).toEqual(["first"]);
    turns.close();
    await end("first");
    expect([await first, await second, begun]).toEqual(["first", null, ["first"]]);
    expect(await turns.take(ask("late"))).toBeNull();
    turns.open();
    void turns.take(ask("again"));
    expect(begun).toEqual(["first", "again"]);
  });
});
