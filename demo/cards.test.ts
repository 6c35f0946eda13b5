import { describe, expect, it } from "vitest";
import { chainText } from "../src/core/chain/fingerprint";
import { normaliseChain } from "../src/core/chain/values";
import { filesOf } from "../src/core/chain/active";
import { effects } from "../src/core/effects/registry";
import { demoCards } from "./library/cards";
import { demoDependencies } from "./dependencies";

describe("the demo's cards", () => {
  it.each(demoCards.map((c) => [c.name, c] as const))(
    "%s holds values that its effects take",
    (_, { chain }) => expect(normaliseChain(chain).problems).toEqual([]),
  );
  it("use every effect, forty supplied ones or more among them, under names and with contents that occur once", () => {
    const used = new Set(demoCards.flatMap((c) => c.chain.settings.map((s) => s.effect)));
    expect(effects.map((e) => e.id).filter((id) => !used.has(id))).toEqual([]);
    expect(demoCards.filter((c) => c.layer === "supplied").length).toBeGreaterThanOrEqual(40);
    for (const of of [
      demoCards.map((c) => c.name),
      demoCards.map((c) => chainText(normaliseChain(c.chain).chain)),
    ])
      expect(of.filter((v, i) => of.indexOf(v) !== i)).toEqual([]);
  });
  it("depend on nothing that the demo does not bring", () => {
    const there = new Set(demoDependencies.map((d) => d.hash));
    expect(demoCards.flatMap((c) => filesOf(c.chain)).filter((f) => !there.has(f.hash))).toEqual([]);
  });
});
