import type { Chain, EffectSetting } from "./model";

type Settings = readonly EffectSetting[];

/** How a card comes onto a target that has a chain already. */
interface Way {
  /** What it does with the card, from the verb on. */
  readonly does: string;
  /** The same where there is little room. */
  readonly short: string;
  /** Where the card is then, before what it was put on: “Wind off” *before the chain of* 2 clips. */
  readonly said: string;
  /** The target keeps its strength; else that of the card becomes it. */
  readonly keepsStrength: boolean;
  /** What the chain holds then. `at` is the place of the chosen setting, 0 up to how many there are. */
  settings(own: Settings, card: Settings, at: number): Settings;
}

/** Every way to apply, the one that is usual at first before the others. A new one is an entry here; all else follows. */
const ways = {
  replace: {
    does: "put the card on in place of the chain",
    short: "put on",
    said: "on",
    keepsStrength: false,
    settings: (_, card) => card,
  },
  after: {
    does: "add the card after the chain",
    short: "add after",
    said: "on",
    keepsStrength: true,
    settings: (own, card) => [...own, ...card],
  },
  before: {
    does: "add the card before the chain",
    short: "add before",
    said: "before the chain of",
    keepsStrength: true,
    settings: (own, card) => [...card, ...own],
  },
  at: {
    does: "add the card before the chosen setting",
    short: "at setting",
    said: "into the chain of",
    keepsStrength: true,
    settings: (own, card, at) => [...own.slice(0, at), ...card, ...own.slice(at)],
  },
  missing: {
    does: "add what the chain has none of yet",
    short: "missing",
    said: "where it was missing on",
    keepsStrength: true,
    settings(own, card) {
      const has = new Set(own.map(({ effect }) => effect));
      return [...own, ...card.filter(({ effect }) => !has.has(effect))];
    },
  },
} as const satisfies Record<string, Way>;

export type WayId = keyof typeof ways;
export const wayIds = Object.keys(ways) as WayId[];

/** What is known of a way, whichever it is. */
export const wayOf = (id: WayId): Way => ways[id];

/**
 * A target's chain once a card was put on it. Where the chain is shorter by now than the place of the chosen setting, that
 * is its end; without a place it is that too. Pre: of one medium.
 */
export function putOn(own: Chain, card: Chain, way: WayId, at?: number): Chain {
  const place = Math.min(at ?? own.settings.length, own.settings.length);
  return { medium: own.medium, settings: wayOf(way).settings(own.settings, card.settings, place) };
}

/** A way with the place that it asks for; without a chosen setting the card comes behind the chain. */
export const placedAt = (way: WayId, at: number | null): { readonly how: WayId; readonly at?: number } =>
  way !== "at" ? { how: way } : at === null ? { how: "after" } : { how: "at", at };
