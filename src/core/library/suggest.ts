import type { Medium } from "../media";
import type { CardHead } from "./entities";

/** What of a chain or a card says how alike two of them are. */
interface Content {
  readonly medium: Medium;
  readonly effects: readonly string[];
}

/** Share of effects that two chains have in common, 0…1 (Jaccard index over the multiset of effects). */
export function similarity(a: Content, b: Content): number {
  if (a.medium !== b.medium) return 0;
  const count = ({ effects }: Content) => {
    const counts = new Map<string, number>();
    for (const effect of effects) counts.set(effect, (counts.get(effect) ?? 0) + 1);
    return counts;
  };
  const left = count(a);
  const right = count(b);
  let shared = 0;
  let all = 0;
  for (const effect of new Set([...left.keys(), ...right.keys()])) {
    const l = left.get(effect) ?? 0;
    const r = right.get(effect) ?? 0;
    shared += Math.min(l, r);
    all += Math.max(l, r);
  }
  return all === 0 ? 0 : shared / all;
}

/**
 * Who says where the most similar of some cards are filed: the folder, or null where nothing is similar by a third or more. Cards
 * with the same effects are counted together, so that many contents can be asked about.
 */
export function folderSuggester(cards: Iterable<CardHead>): (content: Content) => string | null {
  const alike = new Map<string, { readonly content: Content; readonly folders: Map<string, number> }>();
  for (const { folderId, withdrawn, medium, effects } of cards) {
    if (folderId === null || withdrawn) continue;
    const key = `${medium} ${[...effects].sort().join()}`;
    const group = alike.get(key) ?? { content: { medium, effects }, folders: new Map<string, number>() };
    group.folders.set(folderId, (group.folders.get(folderId) ?? 0) + 1);
    alike.set(key, group);
  }
  return (content) => {
    const votes = new Map<string, number>();
    for (const group of alike.values()) {
      const share = similarity(group.content, content);
      if (share < 1 / 3) continue;
      // Squared: one card just like this one says more than several that share an effect.
      for (const [folder, count] of group.folders)
        votes.set(folder, (votes.get(folder) ?? 0) + count * share * share);
    }
    let best: string | null = null;
    for (const [folder, vote] of votes) if (best === null || vote > votes.get(best)!) best = folder;
    return best;
  };
}

/** The folder where the most similar cards are filed, or null where nothing is similar by a third or more. */
export const suggestFolder = (cards: Iterable<CardHead>, content: Content): string | null =>
  folderSuggester(cards)(content);
