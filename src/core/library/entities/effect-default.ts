import type { EffectSetting } from "../../chain/model";
import { defineEntity, type Versioned } from "./define";

/** A member's effect begins with this when it is newly added: a card of that effect alone, or values; the other is null. */
export interface EffectDefault extends Versioned {
  readonly ownerId: string;
  readonly effect: string;
  readonly cardId: string | null;
  readonly setting: EffectSetting | null;
}

export const effectDefault = defineEntity<EffectDefault>()({
  noun: "default",
  of: "member",
  nameOf: (row) => row.effect,
  about: ["cardId"],
  references: { cardId: "card" },
  labels: { cardId: "card", setting: "values" },
  said: { setting: (setting: EffectSetting | null) => (setting ? "as they were set" : "none") },
  earlier: { setting: null },
});
