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

/** The folder where the most similar cards are filed, or null where nothing is similar by a third or more. */
export function suggestFolder(cards: Iterable<CardHead>, chain: Content): string | null {
  const votes = new Map<string, number>();
  for (const card of cards) {
    if (card.folderId === null || card.withdrawn) continue;
    const alike = similarity(card, chain);
    // Squared: one card just like this one says more than several that share an effect.
    if (alike >= 1 / 3) votes.set(card.folderId, (votes.get(card.folderId) ?? 0) + alike * alike);
  }
  let best: string | null = null;
  for (const [folder, vote] of votes) if (best === null || vote > votes.get(best)!) best = folder;
  return best;
}
