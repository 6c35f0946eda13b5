import { defineEntity, type Versioned } from "./define";

/** The card whose values a member's effect begins with when it is newly added: a card of that effect alone. */
export interface EffectDefault extends Versioned {
  readonly ownerId: string;
  readonly effect: string;
  readonly cardId: string;
}

export const effectDefault = defineEntity<EffectDefault>()({
  noun: "default",
  of: "member",
  nameOf: (row) => row.effect,
  about: ["cardId"],
  references: { cardId: "card" },
  labels: { cardId: "card" },
});
