import type { TargetKind } from "../media";
import { kindsOf } from "../media";
import type { CardHead, Folder } from "./entities";

/* Where a card lies: in one home, and in any number of further folders. */

/** Further folders that a card is filed in at most: they travel with every card. */
export const mostFilings = 50;

type Filed = Pick<CardHead, "folderId" | "alsoIn">;

/** The folders that a card lies in, its home first. */
export const foldersOf = ({ folderId, alsoIn }: Filed): readonly string[] =>
  folderId === null ? alsoIn : [folderId, ...alsoIn];

/** True where a card lies in the folder, at home or also. */
export const isFiledIn = ({ folderId, alsoIn }: Filed, id: string): boolean =>
  folderId === id || alsoIn.includes(id);

/** A card whose home is another: it is not also filed there. Null is unfiled. */
export const withHome = ({ alsoIn }: Filed, folderId: string | null): Filed => ({
  folderId,
  alsoIn: alsoIn.filter((id) => id !== folderId),
});

/** A card that is filed in one more folder, which is its home where it had none. */
export const filedIn = (card: Filed, id: string): Filed =>
  isFiledIn(card, id)
    ? { folderId: card.folderId, alsoIn: card.alsoIn }
    : card.folderId === null
      ? { folderId: id, alsoIn: card.alsoIn }
      : { folderId: card.folderId, alsoIn: [...card.alsoIn, id] };

/** A card that is filed in a folder no more; where that was its home, the first of the others is. */
export function takenOutOf({ folderId, alsoIn }: Filed, id: string): Filed {
  if (folderId !== id) return { folderId, alsoIn: alsoIn.filter((other) => other !== id) };
  const [home = null, ...others] = alsoIn;
  return { folderId: home, alsoIn: others };
}

/** A card whose folders are called otherwise: each by what it has become (null: none). */
export function refiled({ folderId, alsoIn }: Filed, become: ReadonlyMap<string, string | null>): Filed {
  const now = (id: string) => (become.has(id) ? become.get(id)! : id);
  const home = folderId === null ? null : now(folderId);
  const others = [...new Set(alsoIn.map(now))].filter((id) => id !== null && id !== home);
  return { folderId: home, alsoIn: others };
}

/** Why a folder does not take a card, in words; null where it does. */
export function refusal(
  folder: Pick<Folder, "name" | "fits">,
  card: Pick<CardHead, "name" | "fits" | "medium">,
): string | null {
  if (folder.fits.length === 0) return null;
  const kinds: readonly TargetKind[] = card.fits.length > 0 ? card.fits : kindsOf(card.medium);
  return kinds.some((kind) => folder.fits.includes(kind))
    ? null
    : `“${folder.name}” takes cards for ${folder.fits.join(", ")} only; “${card.name}” is for ${kinds.join(", ")}.`;
}
