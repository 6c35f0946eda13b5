import { expect, it } from "vitest";
import { untilAnswered } from "./until-answered";

/** Answers after so many failures. */
const after = (failures: number, error = new Error("cut off")) => {
  let left = failures;
  return () => (left-- > 0 ? Promise.reject(error) : Promise.resolve("here"));
};
const asking = (waits: number[] = []) => ({
  isPassing: (error: unknown) => (error as Error).message === "cut off",
  wait: (milliseconds: number) => Promise.resolve(waits.push(milliseconds)),
});

it("asks until there is an answer, less and less often", async () => {
  const waits: number[] = [];
  expect(await untilAnswered(after(7), asking(waits))).toBe("here");
  expect(waits).toEqual([400, 800, 1600, 3200, 5000, 5000, 5000]);
  expect(await untilAnswered(after(0), asking())).toBe("here");
});

it("takes a refusal for an answer", async () => {
  const waits: number[] = [];
  await expect(untilAnswered(after(1, new Error("no")), asking(waits))).rejects.toThrow("no");
  expect(waits).toEqual([]);
});
