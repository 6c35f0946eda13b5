import { expect, it } from "vitest";
import { inTurn } from "./turns";

const soon = (ms = 1) => new Promise((resolve) => setTimeout(resolve, ms));

it("lets one in after the other, in the order in which they came, and other lines at once", async () => {
  const seen: string[] = [];
  const step = (line: string, name: string, ms: number) =>
    inTurn(line, async () => {
      seen.push(`${name} in`);
      await soon(ms);
      seen.push(`${name} out`);
      return name;
    });
  const all = await Promise.all([
    step("a", "1", 15),
    step("a", "2", 5),
    step("b", "3", 1),
    step("a", "4", 1),
  ]);
  expect(all).toEqual(["1", "2", "3", "4"]);
  expect(seen.filter((s) => !s.startsWith("3"))).toEqual(["1 in", "1 out", "2 in", "2 out", "4 in", "4 out"]);
  expect(seen.indexOf("3 out")).toBeLessThan(seen.indexOf("1 out"));
});

it("goes on after one that failed, which hears of it itself", async () => {
  const failed = inTurn("c", () => Promise.reject(new Error("no room")));
  const next = inTurn("c", async () => "in");
  await expect(failed).rejects.toThrow("no room");
  await expect(next).resolves.toBe("in");
});

it("who comes after the line has ended need not wait", async () => {
  await inTurn("d", () => soon());
  const order: number[] = [];
  const first = inTurn("d", async () => void order.push(1));
  const second = inTurn("d", async () => void order.push(2));
  await Promise.all([second, first]);
  expect(order).toEqual([1, 2]);
});
