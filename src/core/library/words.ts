import type { Target } from "./entities/target";
import { kindPlural, media, type Medium } from "../media";

/** A number of targets in words: the name of one, else `3 clips`, or `3 targets` where kinds differ. */
export function countTargets(targets: readonly Pick<Target, "kind" | "name">[]): string {
  if (targets.length === 1) return `“${targets[0].name}”`;
  const kinds = new Set(targets.map((t) => t.kind));
  const [kind] = kinds;
  return `${targets.length} ${kinds.size === 1 ? kindPlural(kind) : "targets"}`;
}

/** Cards in words: the name of one, else `3,000 cards`. */
export const countCards = (cards: readonly { readonly name: string }[]): string =>
  cards.length === 1 ? `“${cards[0].name}”` : count(cards.length, "card");

/** The first letter as at the beginning of a sentence. */
export const capital = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;

/** The same within a sentence. */
export const uncapital = (words: string): string => `${words.charAt(0).toLowerCase()}${words.slice(1)}`;

/** A summary of the history as a sentence of its own. */
export const sentence = (summary: string): string => `${capital(summary)}.`;

/** `1 card`, `7 cards`. */
export const count = (n: number, noun: string): string =>
  `${n.toLocaleString("en")} ${noun}${n === 1 ? "" : "s"}`;

/** What a file or card of a medium is in a sentence; a table of colours is a file without a medium. */
export const sayPiece = (kind: Medium | "lut"): string =>
  kind === "lut" ? "a table of colours" : media[kind].piece;

/** A card's name where others read of it too, who know nothing of private ones. */
export const openName = ({ name, layer }: { readonly name: string; readonly layer: string }): string =>
  layer === "private" ? "a private card" : `“${name}”`;
