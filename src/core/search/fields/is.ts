import { findEffect } from "../../effects/registry";
import type { SearchDocument } from "../document";
import { choiceTest, defineField } from "./define";

interface State {
  readonly says: string;
  readonly own?: boolean;
  holds(document: SearchDocument): boolean;
}

/** What a card can be. */
const states = {
  favourite: { says: "on a favourites list", own: true, holds: (d) => d.isFavourite },
  default: { says: "what one of your effects begins with", own: true, holds: (d) => d.isDefault },
  hidden: { says: "hidden by you", own: true, holds: (d) => d.isHidden },
  unfiled: { says: "in no folder", holds: (d) => d.folder.length === 0 && d.layer !== "private" },
  untagged: { says: "without tags", holds: (d) => d.tags.length === 0 },
  annotated: { says: "has a note", holds: (d) => d.note !== "" },
  used: { says: "applied by you at some time", own: true, holds: (d) => d.used !== null },
  unused: { says: "never applied by you", own: true, holds: (d) => d.used === null },
  double: { says: "the same chain as another card", holds: (d) => d.isDouble },
  missing: {
    says: "has an effect that is not installed here",
    holds: (d) => d.effects.some((id) => !findEffect(id)),
  },
  offline: {
    says: "has an effect that cannot be played live",
    holds: (d) =>
      d.effects.some((id) => {
        const effect = findEffect(id);
        return effect?.medium === "audio" && effect.offline === true;
      }),
  },
  withdrawn: { says: "taken out of use", holds: (d) => d.isWithdrawn },
} satisfies Record<string, State>;

const choices = Object.entries<State>(states).map(([value, state]) => ({ value, ...state }));

export const is = defineField({
  name: "is",
  says: choices.map(({ value }) => value).join(", "),
  examples: [
    ["is:unused", "a card you have never applied"],
    ["is:(missing, double)", "a card with something to look after"],
  ],
  own: (value) => choices.some((state) => state.value === value.toLowerCase() && state.own === true),
  read: choiceTest(choices, (document, value) => states[value as keyof typeof states].holds(document)),
  offers: () => choices,
});
