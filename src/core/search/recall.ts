import { fitsTarget, searchedFields, type SearchTarget } from "./document";
import { explain, type Explanation } from "./explain";
import { fold } from "../text/fold";
import { beginsNearly, shortestForgiven } from "./forgive";
import type { Entry, IndexStore } from "./index-store";
import { queryWords } from "./tokens";

export interface RecallHit {
  readonly id: string;
  readonly fits: boolean;
  readonly why: Explanation;
}

export interface RecallResult {
  readonly hits: readonly RecallHit[];
  /** How many cards match, and how many of them fit the target. */
  readonly matches: number;
  readonly fitting: number;
}

/*
 * The order of candidates is a lexicographic order of a few small integers, the smaller the better:
 *   alias    0 exact own, 1 exact team, 2 beginning of own, 3 beginning of team, 4 none
 *   fits     0 meant for the target, 1 not
 *   tier     0 all words at word starts, 1 initials, 2 with a forgiven letter
 *   origin   0 own or favourite, 1 team, 2 supplied
 *   quality  words found in the name before alias, folder, effect, note; next to each other; shorter names
 *   name     place in the order of names, which settles every tie
 * They are packed into one double (below 2^53), so that sorting candidates is sorting numbers.
 */
const tiers = { start: 0, initials: 1, forgiven: 2 } as const;
const aliasNone = 4;
const fieldCount = searchedFields.length;
const noMatch = 255;
const forgivenFrom = 128;
const worstQuality = 4095;

/** For each entry the best field in which a word was found, plus `forgivenFrom` where a letter was forgiven. */
function matchWord(store: IndexStore, word: string): Uint8Array {
  const best = new Uint8Array(store.entries.length).fill(noMatch);
  const note = (found: string, penalty: number) => {
    for (const posting of store.postingsOf(found)) {
      const entry = (posting / fieldCount) | 0;
      const value = (posting % fieldCount) + penalty;
      if (value < best[entry]) best[entry] = value;
    }
  };
  for (const found of store.wordsFrom(word)) note(found, 0);
  if (word.length >= shortestForgiven)
    // The first letter is never forgiven, so only the words that share it are looked at.
    for (const found of store.wordsFrom(word[0])) if (beginsNearly(found, word)) note(found, forgivenFrom);
  return best;
}

function aliasRank(entry: Entry, query: string): number {
  if (query === "") return aliasNone;
  if (entry.ownAliases.includes(query)) return 0;
  if (entry.teamAliases.includes(query)) return 1;
  if (entry.ownAliases.some((a) => a.startsWith(query))) return 2;
  if (entry.teamAliases.some((a) => a.startsWith(query))) return 3;
  return aliasNone;
}

/** True where the words stand one after another in the name, in the order of typing. */
function adjacent(name: string, words: readonly string[]): boolean {
  if (words.length < 2) return true;
  const parts = queryWords(name);
  return parts.some((_, at) => words.every((word, k) => parts[at + k]?.startsWith(word)));
}

/**
 * The cards that a typed query recalls for a target, best first. Every word must be found at the beginning of a word,
 * in any order and any field, or the letters are the initials of the name; one letter may be wrong in words of four
 * letters or more. An empty query lists everything. The same query on the same library gives the same order.
 * Pre: `limit` ≥ 1.
 */
export function recall(store: IndexStore, query: string, target: SearchTarget, limit: number): RecallResult {
  const { words, sorted, byRank, fitting } = candidates(store, query, target);
  const hits = Array.from(sorted.subarray(0, limit), (key): RecallHit => {
    const { document } = store.entries[byRank[key % byRank.length]]!;
    return { id: document.id, fits: fitsTarget(document, target), why: explain(document, query, words) };
  });
  return { hits, matches: sorted.length, fitting };
}

const anyTarget: SearchTarget = { medium: "audio", kind: "" };

/** The ids of all cards that a query recalls, whatever they are for. */
export function matching(store: IndexStore, query: string): string[] {
  const { sorted, byRank } = candidates(store, query, anyTarget);
  return Array.from(sorted, (key) => store.entries[byRank[key % byRank.length]]!.document.id);
}

/** What a query recalls as sorted numbers, each of them an order times the number of cards plus a place among the names. */
function candidates(store: IndexStore, query: string, target: SearchTarget) {
  const words = queryWords(query);
  const whole = fold(query.trim());
  const joined = words.join("");
  const perWord = words.map((word) => matchWord(store, word));
  const { rankOf, byRank } = store.nameRanks();
  const keys: number[] = [];
  let fitting = 0;
  store.entries.forEach((entry, number) => {
    if (!entry) return;
    let tier: number = tiers.start;
    let fields = 0;
    for (const best of perWord) {
      if (best[number] === noMatch) {
        tier = noMatch;
        break;
      }
      if (best[number] >= forgivenFrom) tier = tiers.forgiven;
      fields += best[number] & (forgivenFrom - 1);
    }
    const alias = aliasRank(entry, whole);
    if (tier !== tiers.start && joined.length >= 2 && entry.initials.startsWith(joined)) {
      tier = tiers.initials;
      fields = 0;
    }
    if (tier === noMatch) {
      if (alias === aliasNone) return;
      tier = tiers.start;
    }
    const { document } = entry;
    const fits = fitsTarget(document, target);
    if (fits) fitting++;
    const apart = words.length > 1 && fields === 0 && !adjacent(document.name, words) ? 1 : 0;
    const quality = Math.min(
      worstQuality,
      (Math.min(fields, 31) * 2 + apart) * 64 + (words.length ? Math.min(document.name.length, 63) : 0),
    );
    const order =
      (((alias * 2 + (fits ? 0 : 1)) * 3 + tier) * 3 + document.origin) * (worstQuality + 1) + quality;
    keys.push(order * byRank.length + rankOf[number]);
  });
  return { words, sorted: Float64Array.from(keys).sort(), byRank, fitting };
}
