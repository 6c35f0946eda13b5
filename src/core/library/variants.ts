import type { CardHead } from "./entities";
import { habitLevel, type Habit } from "./habit";
import { isMeantFor } from "../media";
import { formatsApart, readFormat, sayFormat, sayOther, shapeOf, type Format } from "../media/format";
import type { MediaFacts } from "./media";

/*
 * Variants: cards that are joined because they do the same for targets of different formats. Each stays a card of its
 * own; which of them is meant on a target is decided here, from what each says that it is made for.
 */

function factsFormat(facts: MediaFacts | undefined): Format {
  switch (facts?.kind) {
    case "audio":
      return { channels: facts.channels };
    case "image":
      return { width: facts.width, height: facts.height, shape: shapeOf(facts.width, facts.height) };
    case "video":
      return {
        width: facts.width,
        height: facts.height,
        shape: shapeOf(facts.width, facts.height),
        rate: Number((facts.rate[0] / facts.rate[1]).toFixed(3)),
      };
    default:
      return {};
  }
}

/** What a medium is, as it is kept; empty where nothing is known that a card could be made for. */
export const formatOf = (facts: MediaFacts | undefined): string => sayFormat(factsFormat(facts));

/** Formats that a member can put in order. */
export const mostPreferred = 20;

/** What decides between variants. */
export interface Variant {
  readonly id: string;
  readonly name: string;
  /** What it is made for, as it is kept. */
  readonly madeFor: string;
  /** Meant for the kind of target, as far as that is known. */
  readonly fits: boolean;
  /** How much its member uses it there, or prefers it otherwise: the most first. */
  readonly liked: number;
}

const known = new Map<string, Format>();
function kept(text: string): Format {
  let format = known.get(text);
  if (!format) {
    const read = readFormat(text);
    known.set(text, (format = typeof read === "string" ? {} : read));
  }
  return format;
}

/** A card as one of some variants, for a target of a medium and kind. */
const asVariant = (card: CardHead, kind: string, habits: readonly Habit[]): Variant => ({
  id: card.id,
  name: card.name,
  madeFor: card.madeFor,
  fits: isMeantFor(card, kind),
  liked: habitLevel(habits.find((habit) => habit.kind === kind)?.score ?? 0),
});

/** A number by which variants are put in order for a target, the smaller the better. */
const variantCost = (madeFor: string, target: string): number => formatsApart(kept(madeFor), kept(target));

/** What a card is made for, and what the target is, where that is another thing; empty where it is made for anything. */
export function sayMadeFor(madeFor: string, target: string): string {
  const other = sayOther(kept(madeFor), kept(target));
  return other === "" ? madeFor : `${madeFor}, here ${other}`;
}

/** Where what a card is made for stands among formats that are preferred, as text; behind all of them where it is none. */
function preferredAt(madeFor: string, prefers: readonly string[]): number {
  const made = kept(madeFor);
  const at = prefers.findIndex((text) => {
    const asked = Object.entries(kept(text));
    return asked.length > 0 && asked.every(([key, value]) => made[key as keyof Format] === value);
  });
  return at < 0 ? prefers.length : at;
}

/**
 * The one of some variants that is meant on a target of a format, as text: one that is meant for its kind, then one of a
 * format that is preferred, then the nearest, then the one that is used most, then the first by name. Pre: there is one.
 */
export const bestVariant = <V extends Variant>(
  variants: readonly V[],
  target: string,
  prefers: readonly string[] = [],
): V =>
  [...variants].sort(
    (a, b) =>
      Number(b.fits) - Number(a.fits) ||
      preferredAt(a.madeFor, prefers) - preferredAt(b.madeFor, prefers) ||
      variantCost(a.madeFor, target) - variantCost(b.madeFor, target) ||
      b.liked - a.liked ||
      (a.name < b.name ? -1 : a.name > b.name ? 1 : a.id < b.id ? -1 : 1),
  )[0];

/**
 * Which of some variants is meant on each of some targets: the ids of its targets by card, in the order of the targets.
 * Pre: `variants` are of one group, at least one.
 */
export function meantOn(
  variants: readonly CardHead[],
  targets: readonly { readonly id: string; readonly kind: string; readonly format: string }[],
  habitsOf: (cardId: string) => readonly Habit[],
  prefers?: readonly string[],
): Map<CardHead, string[]> {
  const meant = new Map<CardHead, string[]>();
  for (const { id, kind, format } of targets) {
    const best = bestVariant(
      variants.map((card) => ({ ...asVariant(card, kind, habitsOf(card.id)), card })),
      format,
      prefers,
    ).card;
    meant.set(best, [...(meant.get(best) ?? []), id]);
  }
  return meant;
}

/** Of groups of variants, those that are folded away behind the one that is shown, each with that one's id. */
export function foldedVariants(
  groups: Iterable<readonly CardHead[]>,
  habitsOf: (cardId: string) => readonly Habit[],
  prefers: readonly string[] = [],
): Map<string, string> {
  const behind = new Map<string, string>();
  for (const cards of groups) {
    if (cards.length < 2) continue;
    const variants = cards.map((card) => ({
      ...asVariant(card, card.fits[0] ?? "", habitsOf(card.id)),
      fits: true,
    }));
    const { id } = bestVariant(variants, "", prefers);
    for (const one of cards) if (one.id !== id) behind.set(one.id, id);
  }
  return behind;
}

/** Reads formats in the order in which they are preferred, separated by commas. A text says what is wrong. */
export function readPreferences(text: string): string[] | string {
  const formats: string[] = [];
  for (const part of text.split(",")) {
    if (part.trim() === "") continue;
    const format = readFormat(part);
    if (typeof format === "string") return format;
    const said = sayFormat(format);
    if (!formats.includes(said)) formats.push(said);
  }
  return formats.length > mostPreferred ? `At most ${mostPreferred} formats can be put in order.` : formats;
}
