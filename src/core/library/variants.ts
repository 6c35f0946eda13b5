import type { CardHead } from "./entities";
import { habitLevel, type Habit } from "./habit";
import { isMeantFor } from "../media";
import { formatsApart, readFormat, sayFormat, shapeOf, type Format } from "../media/format";
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
    default:
      return {};
  }
}

/** What a medium is, as it is kept; empty where nothing is known that a card could be made for. */
export const formatOf = (facts: MediaFacts | undefined): string => sayFormat(factsFormat(facts));

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
  fits: isMeantFor(card.fits, kind),
  liked: habitLevel(habits.find((habit) => habit.kind === kind)?.score ?? 0),
});

/** A number by which variants are put in order for a target, the smaller the better. */
const variantCost = (madeFor: string, target: string): number => formatsApart(kept(madeFor), kept(target));

/**
 * The one of some variants that is meant on a target of a format, as text: one that is meant for its kind, then the
 * nearest, then the one that is used most, then the first by name. Pre: there is one.
 */
export const bestVariant = <V extends Variant>(variants: readonly V[], target: string): V =>
  [...variants].sort(
    (a, b) =>
      Number(b.fits) - Number(a.fits) ||
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
): Map<CardHead, string[]> {
  const meant = new Map<CardHead, string[]>();
  for (const { id, kind, format } of targets) {
    const best = bestVariant(
      variants.map((card) => ({ ...asVariant(card, kind, habitsOf(card.id)), card })),
      format,
    ).card;
    meant.set(best, [...(meant.get(best) ?? []), id]);
  }
  return meant;
}
