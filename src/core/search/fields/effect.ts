import { findEffect, effects } from "../../effects/registry";
import { fold } from "../../text/fold";
import { defineField, isNamed, textTest } from "./define";

const inText = textTest("effect");

export const effect = defineField({
  name: "effect",
  says: "an effect in the chain: its name, id or category",
  examples: [
    ["effect:limiter", "a card with a limiter"],
    ["effect:audio.gain", "the effect of this id"],
  ],
  read(term, comparison) {
    const called = inText(term, comparison);
    if (fold(term.text) === "") return called;
    const holds = (id: string) => isNamed(term, id) || isNamed(term, findEffect(id)?.category ?? "");
    return {
      kind: "any",
      of: [called, { kind: "fact", holds: (document) => document.effects.some(holds) }],
    };
  },
  offers: () => [
    ...new Map(effects.map(({ name, category }) => [name, { value: name, says: category }])).values(),
    ...Array.from(new Set(effects.map(({ category }) => category)), (value) => ({ value, says: "category" })),
  ],
});
