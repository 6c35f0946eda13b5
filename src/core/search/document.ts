import { effectName } from "../chain/describe";
import type { CardLayer } from "../library/entities";
import { goesOn, isMeantFor, type Medium } from "../media";

/** The texts of a card that bare words look into, best first: a hit further up counts more. */
export const searchedFields = ["name", "alias", "folder", "tag", "maker", "effect", "note"] as const;
export type SearchedField = (typeof searchedFields)[number];

/** One card as one member's index sees it. */
export interface SearchDocument {
  readonly id: string;
  readonly name: string;
  readonly ownAliases: readonly string[];
  readonly teamAliases: readonly string[];
  /** Names from the root down to its home; none where it has no home. */
  readonly folder: readonly string[];
  /** The same of each further folder that it is filed in. */
  readonly alsoIn: readonly (readonly string[])[];
  /** The same of each of its tags; those that they imply are on the way. */
  readonly tags: readonly (readonly string[])[];
  /** The names of the favourites lists that it is on. */
  readonly lists: readonly string[];
  /** This member's rating: stars, -1 for rejected, 0 for none. */
  readonly stars: number;
  /** Who made it, in the words of whoever filed it. */
  readonly maker: string;
  /** Ids of the effects of its settings, in their order. */
  readonly effects: readonly string[];
  readonly note: string;
  readonly medium: Medium;
  readonly fits: readonly string[];
  /** What it is made for, as `sayFormat` writes it; empty for anything. */
  readonly madeFor: string;
  /** Shared by variants of each other; null where there are none. */
  readonly groupId: string | null;
  readonly layer: CardLayer;
  /** 0: kept by this member or a favourite, 1: the team's, 2: supplied. */
  readonly origin: 0 | 1 | 2;
  /** The name of who kept it; empty where nobody of the library did. */
  readonly by: string;
  /** Milliseconds since 1970, as all times here. */
  readonly added: number;
  readonly changed: number;
  /** When this member last applied it; null: never. */
  readonly used: number | null;
  /** By kind of target, how much this member uses it there; see `library/habit`. */
  readonly habit: Readonly<Record<string, number>>;
  /** The printed characters that apply it. */
  readonly keys: readonly string[];
  readonly isFavourite: boolean;
  /** An effect begins with its values for this member. */
  readonly isDefault: boolean;
  readonly isWithdrawn: boolean;
  /** The member does not want to see it. */
  readonly isHidden: boolean;
  /** Another card in use has the same content. */
  readonly isDouble: boolean;
}

/** A sum by which it is told whether a text is still the same: FNV-1a over its UTF-16 units (Fowler, Noll, Vo; 32 bits). */
export function textSum(text: string): number {
  let sum = 0x811c9dc5 | 0;
  for (let i = 0; i < text.length; i++) sum = Math.imul(sum ^ text.charCodeAt(i), 0x01000193);
  return sum;
}

/** The sum of a card as an index sees it; two that differ anywhere nearly always have different ones. */
export const documentSum = (document: SearchDocument): number => textSum(JSON.stringify(document));

/** What the card would be put on. */
export interface SearchTarget {
  readonly medium: Medium;
  readonly kind: string;
  /** Its format, as `sayFormat` writes it; what is not known is left out. */
  readonly format?: string;
  /** Formats of which the member prefers variants, the first before the others. */
  readonly prefers?: readonly string[];
}

/** True where the card is meant for that kind of target; a card that names no kinds, or all of its medium, fits all that it goes on. */
export const fitsTarget = (
  document: Pick<SearchDocument, "medium" | "fits">,
  target: SearchTarget,
): boolean => goesOn(document.medium, target.medium) && isMeantFor(document, target.kind);

const none: readonly string[] = [];

/** The texts of each field, each by itself: words of two of them never stand beside each other. */
export const textsOf = (document: SearchDocument, field: SearchedField): readonly string[] => {
  switch (field) {
    case "name":
      return [document.name];
    case "alias":
      return [...document.ownAliases, ...document.teamAliases];
    case "folder":
      return document.alsoIn.length === 0 ? document.folder : [document.folder, ...document.alsoIn].flat();
    case "tag":
      return document.tags.length === 0 ? none : document.tags.flat();
    case "maker":
      return [document.maker];
    case "effect":
      return document.effects.map(effectName);
    case "note":
      return [document.note];
  }
};

/** What stands before the texts of a field where it is shown, but for the first of all. */
export function joinsOf(document: SearchDocument, field: SearchedField): readonly string[] {
  const within = (paths: readonly (readonly string[])[]) =>
    paths.flatMap((path) => path.map((_, i) => (i === 0 ? " · " : " / ")));
  switch (field) {
    case "folder":
      return within([document.folder, ...document.alsoIn]);
    case "tag":
      return within(document.tags);
    case "effect":
      return document.effects.map(() => " · ");
    default:
      return textsOf(document, field).map(() => " ");
  }
}

/** What is shown of a field. */
function fieldText(document: SearchDocument, field: SearchedField): string {
  const joins = joinsOf(document, field);
  return textsOf(document, field)
    .map((text, i) => (i === 0 ? text : `${joins[i]}${text}`))
    .join("");
}

/** What is shown of each field. */
export const fieldTexts = (document: SearchDocument): Record<SearchedField, string> =>
  Object.fromEntries(searchedFields.map((field) => [field, fieldText(document, field)])) as Record<
    SearchedField,
    string
  >;
