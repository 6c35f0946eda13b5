import { fold } from "../text/fold";
import { smallest } from "../numeric/smallest";
import type { SearchTarget } from "./document";
import { beginsNearly, shortestForgiven } from "./forgive";
import { habitLevels } from "../library/habit";
import { factsOf, fieldBits, fieldMask, leastFacts, type IndexStore } from "./index-store";
import { compileRecall } from "./query/compile";
import type { Moment } from "./query/model";
import { parseQuery } from "./query/parse";
import { select } from "./select";

export interface RecallHit {
  readonly id: string;
  readonly fits: boolean;
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
 *   words    found in the name before alias, folder, maker, effect, note; next to each other
 *   habit    how much this member uses it on this kind of target, the most first
 *   length   shorter names
 *   name     place in the order of names, which settles every tie
 * They are packed into one double (below 2^53), so that sorting candidates is sorting numbers.
 */
const tiers = { start: 0, initials: 1, forgiven: 2 } as const;
const tierCount = 3;
const originCount = 3;
const aliasNone = 4;
/** What is told apart of the fields in which several words were found, added up. */
const mostFields = 31;
const [wordsCount, lengthCount] = [(mostFields + 1) * 2, 64];
/** What is added to a field where a letter of the word was forgiven. */
const forgivenFrom = 128;
const noMatch = 255;

/** What a word of the query stands for in an index: the words that begin so, by their ranks, and those that nearly do. */
interface Meant {
  readonly low: number;
  readonly high: number;
  /** Numbers of the words in which a letter was forgiven. */
  readonly near: ReadonlySet<number>;
  /** Postings of all of them. */
  readonly postings: number;
}

function meantBy(store: IndexStore, word: string): Meant {
  const { allWords } = store;
  const [low, high] = allWords.range(word);
  const { order } = allWords.ranks();
  let postings = 0;
  for (let rank = low; rank < high; rank++) postings += allWords.postingsOf(order[rank]).length;
  const near = new Set<number>();
  if (word.length >= shortestForgiven) {
    // The first letter is never forgiven, so only the words that share it are looked at.
    const [first, end] = allWords.range(word[0]);
    for (let rank = first; rank < end; rank++) {
      if (rank === low) rank = high;
      if (rank >= end || !beginsNearly(allWords.textOf(order[rank]), word)) continue;
      near.add(order[rank]);
      postings += allWords.postingsOf(order[rank]).length;
    }
  }
  return { low, high, near, postings };
}

/** A number for each entry, all of them 0 to begin with; what was set is 0 again after `clear`, at the cost of what was set. */
class Marks {
  private values = new Int32Array(0);
  readonly set: number[] = [];

  /** Makes room for so many entries. Pre: clear. */
  grow(size: number): void {
    if (this.values.length < size) this.values = new Int32Array(Math.ceil(size * 1.25));
  }
  get(entry: number): number {
    return this.values[entry];
  }
  /** Pre: `value` is not 0. */
  put(entry: number, value: number): void {
    if (this.values[entry] === 0) this.set.push(entry);
    this.values[entry] = value;
  }
  clear(): void {
    for (const entry of this.set) this.values[entry] = 0;
    this.set.length = 0;
  }
}

/** Where entries were found: by what, and in which fields, added up over the words of the query. */
class Found {
  private readonly marks = new Marks();
  /** The best field in which one word is found, plus 1. */
  readonly best = new Marks();

  begin(size: number): void {
    for (const marks of [this.marks, this.best]) {
      marks.clear();
      marks.grow(size);
    }
  }
  get entries(): readonly number[] {
    return this.marks.set;
  }
  has(entry: number): boolean {
    return this.marks.get(entry) !== 0;
  }
  put(entry: number, tier: number, fields: number): void {
    this.marks.put(entry, 1 + tier + tierCount * Math.min(fields, mostFields));
  }
  tier(entry: number): number {
    return (this.marks.get(entry) - 1) % tierCount;
  }
  fields(entry: number): number {
    return Math.floor((this.marks.get(entry) - 1) / tierCount);
  }
}

/** One for each index, so that a query costs what it finds and not what there is. */
const workspaces = new WeakMap<IndexStore, Found>();

function workspaceOf(store: IndexStore): Found {
  let found = workspaces.get(store);
  if (!found) workspaces.set(store, (found = new Found()));
  found.begin(store.entries);
  return found;
}

/** Looks up the entries in which all words are found: from the rarest one, whose entries are asked for the others. */
function findWords(store: IndexStore, meant: readonly Meant[], found: Found, least: number): void {
  const rarest = meant.reduce((a, b) => (b.postings < a.postings ? b : a));
  const others = meant.filter((one) => one !== rarest);
  const { allWords } = store;
  const { order, of: rankOf } = allWords.ranks();
  const { best } = found;
  const note = (word: number, penalty: number) => {
    const { list, length } = allWords.postingsOf(word);
    for (let i = 0; i < length; i++) {
      const entry = list[i] >> fieldBits;
      const value = (list[i] & fieldMask) + penalty + 1;
      const known = best.get(entry);
      if (known === 0 || value < known) best.put(entry, value);
    }
  };
  for (let rank = rarest.low; rank < rarest.high; rank++) note(order[rank], 0);
  for (const word of rarest.near) note(word, forgivenFrom);
  const facts = store.allFacts;
  const { words, starts } = store.ownWords;
  /** The best field of an entry in which a word is found. */
  const look = (entry: number, { low, high, near }: Meant): number => {
    let value = noMatch;
    for (let place = starts[entry]; place < starts[entry + 1]; place++) {
      const word = words[place] >> (fieldBits + 1);
      const field = (words[place] >> 1) & fieldMask;
      const rank = rankOf[word];
      if (rank >= low && rank < high) {
        if (field < value) value = field;
      } else if (field + forgivenFrom < value && near.size > 0 && near.has(word))
        value = field + forgivenFrom;
    }
    return value;
  };
  for (const entry of best.set) {
    if (facts[entry] < least) continue;
    let value = best.get(entry) - 1;
    let fields = value & (forgivenFrom - 1);
    let tier: number = value >= forgivenFrom ? tiers.forgiven : tiers.start;
    for (const other of others) {
      value = look(entry, other);
      if (value === noMatch) break;
      fields += value & (forgivenFrom - 1);
      if (value >= forgivenFrom) tier = tiers.forgiven;
    }
    if (value !== noMatch) found.put(entry, tier, fields);
  }
}

/** The entries whose name's first letters begin so, where they are not found better already. */
function findInitials(store: IndexStore, letters: string, found: Found, least: number): void {
  const { allInitials } = store;
  const { order } = allInitials.ranks();
  const [low, high] = allInitials.range(letters);
  for (let rank = low; rank < high; rank++) {
    const postings = allInitials.postingsOf(order[rank]);
    for (let i = 0; i < postings.length; i++) {
      const entry = postings.at(i);
      if (store.allFacts[entry] >= least && !(found.has(entry) && found.tier(entry) === tiers.start))
        found.put(entry, tiers.initials, 0);
    }
  }
}

/** The entries with an alias that is the query or begins so: how well, the smaller the better. */
function findAliases(
  store: IndexStore,
  query: string,
  found: Found,
  least: number,
): ReadonlyMap<number, number> {
  const aliases = new Map<number, number>();
  if (query === "") return aliases;
  const { allAliases } = store;
  const { order } = allAliases.ranks();
  const [low, high] = allAliases.range(query);
  for (let rank = low; rank < high; rank++) {
    const isExact = allAliases.textOf(order[rank]) === query;
    const postings = allAliases.postingsOf(order[rank]);
    for (let i = 0; i < postings.length; i++) {
      const [entry, isTeams] = [postings.at(i) >> 1, postings.at(i) & 1];
      if (store.allFacts[entry] < least) continue;
      aliases.set(entry, Math.min(aliases.get(entry) ?? aliasNone, (isExact ? 0 : 2) + isTeams));
      if (!found.has(entry)) found.put(entry, tiers.start, 0);
    }
  }
  return aliases;
}

/** True where the words stand one after another in the name, in the order of typing. */
function adjacent(store: IndexStore, entry: number, meant: readonly Meant[]): boolean {
  const { of: rankOf } = store.allWords.ranks();
  const { words, starts } = store.ownWords;
  const end = starts[entry + 1];
  // The name's words come first; of one that was cut the whole before its parts, which are passed by.
  const isName = (place: number) => place < end && ((words[place] >> 1) & fieldMask) === 0;
  for (let first = starts[entry]; isName(first); first++) {
    let k = 0;
    for (let place = first; k < meant.length && isName(place); place++) {
      if (!(words[place] & 1)) continue;
      const rank = rankOf[words[place] >> (fieldBits + 1)];
      if (rank < meant[k].low || rank >= meant[k].high) break;
      k++;
    }
    if (k === meant.length) return true;
  }
  return false;
}

/** What is asked of an index. */
export interface RecallOptions {
  readonly target: SearchTarget;
  readonly moment: Moment;
  /** Withdrawn cards count too, though the query does not ask for them. */
  readonly withdrawn?: boolean;
}

/** What a query recalls, as numbers that sort: each an order times the number of cards plus a place among the names. */
function candidates(store: IndexStore, text: string, { target, moment, withdrawn = false }: RecallOptions) {
  const query = compileRecall(parseQuery(text));
  const { words } = query;
  const asked = { ...query, withdrawn: withdrawn || query.withdrawn };
  const least = leastFacts(asked.withdrawn);
  const meant = words.map((word) => meantBy(store, word));
  const found = workspaceOf(store);
  const { rankOf, byRank } = store.nameRanks();
  const facts = store.allFacts;
  const allowed = query.test ? select(store, asked, "beginnings", moment) : null;
  if (words.length === 0) {
    for (const entry of byRank) if (facts[entry] >= least) found.put(entry, tiers.start, 0);
  } else findWords(store, meant, found, least);
  const joined = words.join("");
  if (joined.length >= 2) findInitials(store, joined, found, least);
  // An alias is one word: where more is asked for, it is not what is typed.
  const alias = query.test ? joined : fold(text.trim());
  const aliases = findAliases(store, alias, found, least);
  const entries = allowed ? found.entries.filter((entry) => allowed.has(entry)) : found.entries;
  const keys = new Float64Array(entries.length);
  const fits = store.fitting(target);
  const habits = store.habitOn(target.kind);
  const hasAliases = aliases.size > 0;
  let fitting = 0;
  entries.forEach((entry, i) => {
    const fact = factsOf(facts[entry]);
    const isFitting = fits[fact >> 8];
    if (isFitting) fitting++;
    const fields = found.fields(entry);
    const apart = words.length > 1 && fields === 0 && !adjacent(store, entry, meant) ? 1 : 0;
    const alias = hasAliases ? (aliases.get(entry) ?? aliasNone) : aliasNone;
    const habit = entry < habits.length ? habits[entry] : 0;
    let order = alias * 2 + (isFitting ? 0 : 1);
    order = order * tierCount + found.tier(entry);
    order = order * originCount + ((fact >> 6) & 3);
    order = order * wordsCount + fields * 2 + apart;
    order = order * habitLevels + habitLevels - 1 - habit;
    order = order * lengthCount + (words.length > 0 ? fact & (lengthCount - 1) : 0);
    keys[i] = order * byRank.length + rankOf[entry];
  });
  return { keys, byRank, fitting, fits };
}

/**
 * The cards that a typed query recalls for a target, best first. Every word must be found at the beginning of a word,
 * in any order and any field, or the letters are the initials of the name; one letter may be wrong in words of four
 * letters or more. What else the query asks for must hold too. An empty query lists everything. The same query on the
 * same library gives the same order. Pre: `limit` ≥ 1.
 */
export function recall(
  store: IndexStore,
  query: string,
  limit: number,
  options: RecallOptions,
): RecallResult {
  const { keys, byRank, fitting, fits } = candidates(store, query, options);
  const hits = Array.from(smallest(keys, limit), (key): RecallHit => {
    const entry = byRank[key % byRank.length];
    return { id: store.documentOf(entry)!.id, fits: fits[factsOf(store.allFacts[entry]) >> 8] };
  });
  return { hits, matches: keys.length, fitting };
}

const anyTarget: SearchTarget = { medium: "audio", kind: "" };

/** The ids of all cards that a query recalls, whatever they are for and also where they are withdrawn, in no order. */
export function matching(store: IndexStore, query: string, moment: Moment): string[] {
  const { keys, byRank } = candidates(store, query, { target: anyTarget, moment, withdrawn: true });
  return Array.from(keys, (key) => store.documentOf(byRank[key % byRank.length])!.id);
}
