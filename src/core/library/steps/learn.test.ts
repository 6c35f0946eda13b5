import { describe, expect, it } from "vitest";
import { aGainChain } from "../../../../testing/library";
import { learnt, stepOf } from "./learn";
import type { Step } from "./index";

const nameOf = (effect: string) => effect.split(".")[1];
const sent = (command: string, input: object, before = { chain: aGainChain(1, 2), strength: 100 }) =>
  stepOf({ command, input, before, nameOf });
const off = (gains: readonly number[], at: number) => {
  const chain = aGainChain(...gains);
  return { ...chain, settings: chain.settings.map((one, i) => (i === at ? { ...one, on: false } : one)) };
};

describe("a step that is learnt from what was done", () => {
  it("names no target, so that it is for whatever is selected another time", () => {
    expect(
      sent("apply-card", { sessionId: "s", targetIds: ["t"], cardId: "c", how: "at", at: 3, strength: 40 }),
    ).toEqual({ kind: "put", of: { cardId: "c" }, how: "after", strength: 40 });
    expect(sent("apply-card", { targetIds: ["t"], cardId: "c" })).toEqual({
      kind: "put",
      of: { cardId: "c" },
      how: "replace",
      strength: 100,
    });
    expect(sent("set-chain", { targetId: "t", strength: 30 })).toEqual({ kind: "strength", strength: 30 });
  });

  it("takes a draft as settings of its own, or each on its return", () => {
    const part = { name: "Draft", chain: aGainChain(5) };
    expect(sent("apply-draft", { parts: [part], how: "after" })).toMatchObject({ kind: "put", of: part });
    expect(sent("apply-draft", { parts: [part, { cardId: "c" }], how: "return" })).toEqual({
      kind: "returns",
      parts: [
        { of: part, level: 0 },
        { of: { cardId: "c" }, level: 0 },
      ],
    });
    expect(sent("apply-draft", { parts: [part, part], how: "after" })).toBeNull();
  });

  it("sees in a shaped chain what was added behind it, or which effect was switched, and nothing in a turned value", () => {
    expect(sent("set-chain", { chain: aGainChain(1, 2, 3) })).toMatchObject({
      kind: "put",
      of: { name: "gain", chain: aGainChain(3) },
      how: "after",
    });
    expect(sent("set-chain", { chain: off([1, 2], 1) })).toEqual({
      kind: "switch",
      effect: "audio.gain",
      on: false,
    });
    for (const chain of [
      aGainChain(1, 7),
      aGainChain(7, 2, 3),
      aGainChain(1),
      off([1, 7], 1),
      aGainChain(1, 2),
    ])
      expect(sent("set-chain", { chain })).toBeNull();
    expect(sent("edit-target", { muted: true })).toBeNull();
  });

  it("counts once where it was done again, or a strength set until it was right", () => {
    const strength = (value: number): Step => ({ kind: "strength", strength: value });
    const put: Step = { kind: "put", of: { cardId: "c" }, how: "after", strength: 100 };
    const all = [put, strength(1), strength(2), strength(2), put, put].reduce<readonly Step[]>(
      (steps, step) => learnt(steps, step, 32),
      [],
    );
    expect(all).toEqual([put, strength(2), put]);
    expect(learnt([put, strength(3)], put, 2)).toEqual([strength(3), put]);
  });
});
