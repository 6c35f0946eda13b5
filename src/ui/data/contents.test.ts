import { describe, expect, it } from "vitest";
import { mostContents } from "@/core/api/operations/card-contents";
import { aGainChain } from "../../../testing/library";
import { Contents, inPortions } from "./contents";

const all = { a: aGainChain(1), b: aGainChain(2), c: aGainChain(3) };

/** Contents from a source that writes down what it is asked, and answers when it is let. */
function contents(
  answer: (of: readonly string[]) => Promise<Record<string, never>> = () => Promise.resolve(all as never),
) {
  const asked: (readonly string[])[] = [];
  const held = new Contents((of) => {
    asked.push(of);
    return answer(of);
  });
  return { held, asked };
}

describe("contents", () => {
  it("asks once for what is wanted at the same moment, and never again for what is there", async () => {
    const { held, asked } = contents();
    const both = [held.get("a"), held.get("b"), held.get("a")];
    expect(await Promise.all(both)).toEqual([all.a, all.b, all.a]);
    expect(await held.get("a")).toBe(all.a);
    held.ahead(["a", "b"]);
    await Promise.resolve();
    expect(asked).toEqual([["a", "b"]]);
  });
  it("says of one that is not there that it is not, and of the others what they are", async () => {
    const { held } = contents();
    const one = held.get("gone");
    const other = held.get("a");
    await expect(one).rejects.toThrow("not there any more");
    expect(await other).toBe(all.a);
    await Promise.resolve();
    expect(held.peek("gone")?.problem?.message).toContain("not there any more");
  });
  it("tries again what could not be fetched, when it is asked for again", async () => {
    let works = false;
    const { held, asked } = contents(() =>
      works ? Promise.resolve(all as never) : Promise.reject(new Error("no line")),
    );
    await expect(held.get("a")).rejects.toThrow("no line");
    await new Promise((resolve) => setTimeout(resolve));
    expect(held.peek("a")?.problem?.message).toBe("no line");
    works = true;
    expect(await held.get("a")).toBe(all.a);
    await new Promise((resolve) => setTimeout(resolve));
    expect(held.peek("a")).toEqual({ chain: all.a });
    expect(asked).toHaveLength(2);
  });
  it("takes in what came by another way, and tells those who look", async () => {
    const { held, asked } = contents();
    let heard = 0;
    const stop = held.subscribe(() => heard++);
    held.keep("x", aGainChain(9));
    stop();
    held.keep("y", aGainChain(9));
    expect(heard).toBe(1);
    expect(await held.get("x")).toEqual(aGainChain(9));
    expect(asked).toEqual([]);
  });
  it("holds so many and lets the oldest go", async () => {
    const { held } = contents();
    for (let i = 0; i <= 4000; i++) held.keep(String(i), all.a);
    expect([held.peek("0"), held.peek("1")?.chain, held.peek("4000")?.chain]).toEqual([
      undefined,
      all.a,
      all.a,
    ]);
  });
});

it("portions ask for no more at once than the server answers", async () => {
  const asked: number[] = [];
  const source = inPortions((of) => {
    asked.push(of.length);
    return Promise.resolve(Object.fromEntries(of.map((one) => [one, aGainChain(1)])));
  });
  const wanted = Array.from({ length: mostContents * 2 + 1 }, (_, i) => String(i));
  expect(Object.keys(await source(wanted))).toHaveLength(wanted.length);
  expect(asked).toEqual([mostContents, mostContents, 1]);
});
