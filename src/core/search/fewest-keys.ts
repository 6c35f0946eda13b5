import { atOnce } from "../chain/turns";
import type { SearchTarget } from "./document";
import type { IndexStore } from "./index-store";
import type { Moment } from "./query/model";
import { recall } from "./recall";
import { queryWords } from "./tokens";

/** The shortest way by which a card is put on something. */
export interface FewestKeys {
  /** Keys pressed in all, from the bench on: the card's own key; or `/`, what is typed, and Enter. */
  readonly keys: number;
  /** What is typed between them. */
  readonly typed: string;
  /** The card's own key, where that does it. */
  readonly key?: string;
}

/** Letters beyond which nobody looks for a shorter way. */
const longest = 14;

/** What may be typed for a card, the shortest first: aliases, beginnings of one word or of two, first letters. */
function attempts(name: string, aliases: readonly string[]): string[] {
  const words = queryWords(name).slice(0, 6);
  const found = new Set<string>();
  for (const text of [...aliases.map((alias) => alias.toLowerCase()), words.map((word) => word[0]).join("")])
    for (let length = 1; length <= Math.min(text.length, longest); length++) found.add(text.slice(0, length));
  for (const [i, word] of words.entries()) {
    for (let length = 1; length <= Math.min(word.length, longest); length++) found.add(word.slice(0, length));
    for (const [j, other] of words.entries())
      if (i !== j)
        for (let a = 1; a <= Math.min(3, word.length); a++)
          for (let b = 1; b <= Math.min(3, other.length); b++)
            found.add(`${word.slice(0, a)} ${other.slice(0, b)}`);
  }
  return [...found].sort((a, b) => a.length - b.length || (a < b ? -1 : 1));
}

interface Asked {
  readonly target: SearchTarget;
  readonly moment: Moment;
}

/**
 * The fewest keys that put a card on a target; null where it comes first by nothing of its own that is short enough. Asks the
 * index up to a few hundred times, a turn each: who types meanwhile need not wait for it.
 */
export function* fewestKeysTurns(
  store: IndexStore,
  cardId: string,
  { target, moment }: Asked,
): Generator<void, FewestKeys | null> {
  const document = store.documentById(cardId);
  if (!document) return null;
  if (document.keys.length > 0) return { keys: 1, typed: "", key: document.keys[0] };
  for (const typed of attempts(document.name, [...document.ownAliases, ...document.teamAliases])) {
    if (recall(store, typed, 1, { target, moment }).hits[0]?.id === cardId)
      return { keys: typed.length + 2, typed };
    yield;
  }
  return null;
}

export const fewestKeys = (store: IndexStore, cardId: string, asked: Asked): FewestKeys | null =>
  atOnce(fewestKeysTurns(store, cardId, asked));
