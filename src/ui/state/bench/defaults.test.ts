import { describe, expect, it } from "vitest";
import { findEffect } from "@/core/effects/registry";
import type { EffectDefault } from "@/core/library/entities/effect-default";
import { aGainChain, aHead } from "../../../../testing/library";
import { beginningsOf, defaultsOf } from "./defaults";

const gain = findEffect("audio.gain")!;
const row = (given: Partial<EffectDefault>): EffectDefault => ({
  id: "d",
  version: 1,
  ownerId: "me",
  effect: gain.id,
  cardId: null,
  setting: null,
  ...given,
});

function defaults(
  given: Partial<EffectDefault>,
  card = aHead({ id: "c", name: "Soft", effects: [gain.id] }),
) {
  const beginnings = beginningsOf({
    effectDefault: new Map([["d", row(given)]]),
    card: new Map([[card.id, card]]),
  });
  return defaultsOf(beginnings, {
    peek: (print) => (print === card.fingerprint ? { chain: aGainChain(-4) } : undefined),
  });
}

describe("what an effect begins with", () => {
  it("is the values that were set, and says them", () => {
    const [setting] = aGainChain(3).settings;
    const own = defaults({ setting });
    expect(own.beginning(gain)).toBe(setting);
    expect(own.ownOf(gain.id)).toBe(setting);
    expect(own.wordsOf(gain.id)).toBe("begins with +3 dB");
    expect(own.wordsOf("audio.pan")).toBeUndefined();
  });

  it("is a card of that effect alone, as long as it is that", () => {
    const card = defaults({ cardId: "c" });
    expect(card.beginning(gain)).toEqual(aGainChain(-4).settings[0]);
    expect([card.ownOf(gain.id), card.wordsOf(gain.id)]).toEqual([undefined, "begins as “Soft”"]);
    const grown = defaults({ cardId: "c" }, aHead({ id: "c", effects: [gain.id, "audio.pan"] }));
    expect(grown.wordsOf(gain.id)).toBeUndefined();
    expect(grown.beginning(gain).values.gain).toBe(0);
  });
});
