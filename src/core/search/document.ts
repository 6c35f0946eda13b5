import type { Medium } from "../media";

/** The texts of a card that bare words look into, best first: a hit further up counts more. */
export const searchedFields = ["name", "alias", "folder", "effect", "note"] as const;
export type SearchedField = (typeof searchedFields)[number];

/** One card as one member's index sees it. */
export interface SearchDocument {
  readonly id: string;
  readonly name: string;
  readonly ownAliases: readonly string[];
  readonly teamAliases: readonly string[];
  /** Names from the root down. */
  readonly folder: readonly string[];
  readonly effects: readonly string[];
  readonly note: string;
  readonly medium: Medium;
  readonly fits: readonly string[];
  /** 0: kept by this member or a favourite, 1: the team's, 2: supplied. */
  readonly origin: 0 | 1 | 2;
}

/** What the card would be put on. */
export interface SearchTarget {
  readonly medium: Medium;
  readonly kind: string;
}

/** True where the card is meant for that kind of target; a card that names no kinds fits all of its medium. */
export const fitsTarget = (
  document: Pick<SearchDocument, "medium" | "fits">,
  target: SearchTarget,
): boolean =>
  document.medium === target.medium && (document.fits.length === 0 || document.fits.includes(target.kind));

export const separator = " / ";

export const fieldTexts = (document: SearchDocument): Record<SearchedField, string> => ({
  name: document.name,
  alias: [...document.ownAliases, ...document.teamAliases].join(" "),
  folder: document.folder.join(separator),
  effect: document.effects.join(" · "),
  note: document.note,
});
