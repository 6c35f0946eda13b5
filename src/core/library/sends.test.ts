import { describe, expect, it } from "vitest";
import { aGainChain, aTarget } from "../../../testing/library";
import { levelOf, returnFor } from "./sends";

describe("the level of a send", () => {
  // 20 log₁₀ of the share; half an amplitude is −6.02 dB (IEC 60027-3 defines the decibel).
  it.each([
    [100, 0],
    [50, -6.02],
    [10, -20],
    [1, -40],
    [0, -60],
    [-5, -60],
  ])("for %d %% is %d dB", (strength, level) => {
    expect(levelOf(strength)).toBe(level);
  });
});

describe("the return that does something already", () => {
  const back = (id: string, of: object) => aTarget({ id, kind: "return", mediaId: null, ...of });
  const targets = [
    aTarget({ id: "clip", cardId: "card", chain: aGainChain(1) }),
    back("own", { cardId: null, chain: aGainChain(1) }),
    back("of card", { cardId: "card", chain: aGainChain(7) }),
  ];
  const id = (of: Parameters<typeof returnFor>[1]) => returnFor(targets, of)?.id;
  it("is that of the same card, whatever was changed on it; of settings the one with just these, and of no card", () => {
    expect(id({ cardId: "card", chain: aGainChain(1) })).toBe("of card");
    expect(id({ cardId: "other", chain: aGainChain(1) })).toBeUndefined();
    expect(id({ cardId: null, chain: aGainChain(1) })).toBe("own");
    expect(id({ cardId: null, chain: aGainChain(7) })).toBeUndefined();
  });
});
