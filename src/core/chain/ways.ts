import { groupKindsOf, media, type Medium } from "../media";
import type { Chain, EffectSetting } from "./model";

type Settings = readonly EffectSetting[];

/** How a card comes onto a target that has a chain already. */
interface Way {
  /** What it does with something, such as `the card`, from the verb on. */
  does(it: string): string;
  /** The same where there is little room. */
  readonly short: string;
  /** Where the card is then, before what it was put on: “Wind off” *before the chain of* 2 clips. */
  readonly said: string;
  /** The target keeps its strength; else that of the card becomes it. */
  readonly keepsStrength: boolean;
  /** The card's chain takes the place of the target's. */
  readonly replaces?: true;
  /** The card comes onto a target of its own, beside what is selected: that stays as it is. Where things are mixed. */
  readonly beside?: "return" | "copy";
  /** The target is cut at the ends of what is marked; the card comes onto the piece within. Where material has a length. */
  readonly cuts?: true;
  /** What the chain holds then; beside it, what is heard there. `at` is the place of the chosen setting, 0 up to how many there are. */
  settings(own: Settings, card: Settings, at: number): Settings;
}

/** Every way to apply, the one that is usual at first before the others. A new one is an entry here; all else follows. */
const ways = {
  replace: {
    does: (it) => `put ${it} on in place of the chain`,
    short: "put on",
    said: "on",
    keepsStrength: false,
    replaces: true,
    settings: (_, card) => card,
  },
  after: {
    does: (it) => `add ${it} after the chain`,
    short: "add after",
    said: "on",
    keepsStrength: true,
    settings: (own, card) => [...own, ...card],
  },
  before: {
    does: (it) => `add ${it} before the chain`,
    short: "add before",
    said: "before the chain of",
    keepsStrength: true,
    settings: (own, card) => [...card, ...own],
  },
  at: {
    does: (it) => `add ${it} before the chosen setting`,
    short: "at setting",
    said: "into the chain of",
    keepsStrength: true,
    settings: (own, card, at) => [...own.slice(0, at), ...card, ...own.slice(at)],
  },
  missing: {
    does: (it) => `add what of ${it} the chain has none of yet`,
    short: "missing",
    said: "where it was missing on",
    keepsStrength: true,
    settings(own, card) {
      const has = new Set(own.map(({ effect }) => effect));
      return [...own, ...card.filter(({ effect }) => !has.has(effect))];
    },
  },
  range: {
    does: (it) => `put ${it} on the marked range alone`,
    short: "on the range",
    said: "on a range of",
    keepsStrength: true,
    cuts: true,
    // The range sounds as what is around it does, but for the card.
    settings: (own, card) => [...own, ...card],
  },
  return: {
    does: (it) => `put ${it} on a return that is fed by what is selected`,
    short: "on a return",
    said: "on a return fed by",
    keepsStrength: true,
    beside: "return",
    // Heard behind the chain, which is where a send is taken from.
    settings: (own, card) => [...own, ...card],
  },
  parallel: {
    does: (it) => `put ${it} on a copy that is heard beside the original`,
    short: "on a copy",
    said: "on a copy of",
    keepsStrength: true,
    beside: "copy",
    settings: (_, card) => card,
  },
} as const satisfies Record<string, Way>;

export type WayId = keyof typeof ways;
export const wayIds = Object.keys(ways) as WayId[];

/** What is known of a way, whichever it is. */
export const wayOf = (id: WayId): Way => ways[id];
/** The ways that there are for a medium: some only where things are mixed, or have a length. */
export const waysFor = (medium: Medium): readonly WayId[] =>
  wayIds.filter((id) => {
    const { beside, cuts } = wayOf(id);
    return (!beside || groupKindsOf(medium).length > 0) && (!cuts || media[medium].timed);
  });

/**
 * What is heard or seen once a card was put on a target: of a way beside it, through the target that is made for it. Where the chain is shorter by now than the place of the chosen setting, that
 * is its end; without a place it is that too. Pre: of one medium.
 */
export function putOn(own: Chain, card: Chain, way: WayId, at?: number): Chain {
  const place = Math.min(at ?? own.settings.length, own.settings.length);
  return { medium: own.medium, settings: wayOf(way).settings(own.settings, card.settings, place) };
}

/** A way with the place that it asks for; without a chosen setting the card comes behind the chain. */
export const placedAt = (way: WayId, at: number | null): { readonly how: WayId; readonly at?: number } =>
  way !== "at" ? { how: way } : at === null ? { how: "after" } : { how: "at", at };
