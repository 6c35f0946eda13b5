import { Bits } from "../numeric/bits";
import { smallest } from "../numeric/smallest";
import { habitLevels } from "../library/habit";
import { fold } from "../text/fold";
import type { SearchTarget } from "./document";
import { forgives, longEnough, shortestForgiven } from "./forgive";
import { fieldBits, fieldMask, lengthCount, type IndexStore } from "./index-store";
import { compileQuery, compileRecall, type RecallQuery } from "./query/compile";
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
  /** How many match besides, in place of which another variant is meant. */
  readonly variants: number;
  /** How many would match but for their being hidden. */
  readonly hidden: number;
}

/*
 * The order of candidates is a lexicographic order of a few small integers, the smaller the better (docs/decisions/0034):
 *   alias    0 exact own, 1 exact team, 2 beginning of own, 3 beginning of team, 4 none
 *   fits     0 meant for the target, 1 not
 *   tier     0 all words at word starts, 1 initials, 2 with a forgiven letter
 *   fields   words found in the name before alias, folder, maker, effect, note, added up over the words
 *   habit    how much this member uses it on this kind of target, the most first
 *   origin   0 own or favourite, 1 team, 2 supplied
 *   apart    0 words one after another in the name, as they were typed
 *   length   shorter names
 *   name     place in the order of names, which settles every tie
 * The first three make classes, which are gone through in turn until there are enough. In each, what stands in names alone
 * is taken from the entries in their standing order; of the rest, and of small classes, the others are packed into one
 * double, so that sorting candidates is sorting numbers: below 2^53 for 80 million entries.
 */
const tiers = { start: 0, initials: 1, forgiven: 2 } as const;
const tierCount = 3;
const originCount = 3;
const aliasNone = 4;
/** What is told apart of the fields in which several words were found, added up. */
const mostFields = 31;
/** What is added to a field where a letter of the word was forgiven. */
const forgivenFrom = 128;
const noMatch = 255;
/** Classes up to this size are sorted; of larger ones the first are looked for. */
const fewInClass = 64;

/** How a posting is laid out. Asked for once before a loop: what is imported is looked up at each use. */
const layout = () => [fieldBits, fieldMask] as const;

/** What a word of the query stands for in an index: the words that begin so, by their ranks, and those that nearly do. */
interface Meant {
  readonly low: number;
  readonly high: number;
  /** Numbers of the words in which a letter was forgiven. */
  readonly near: ReadonlySet<number>;
}

/** True where a word of some ranks stands in a card that is there. */
function isBegun(store: IndexStore, low: number, high: number): boolean {
  const { allWords } = store;
  const { order } = allWords.ranks();
  for (let rank = low; rank < high; rank++) {
    const postings = allWords.postingsOf(order[rank]);
    for (let i = 0; i < postings.length; i++)
      if (store.documentOf(postings.at(i) >> fieldBits) !== null) return true;
  }
  return false;
}

function meantBy(store: IndexStore, word: string): Meant {
  const { allWords } = store;
  const [low, high] = allWords.range(word);
  const near = new Set<number>();
  if (word.length >= longEnough || (word.length === shortestForgiven && !isBegun(store, low, high))) {
    // The first letter is never forgiven, so only the words that share it are looked at.
    const { order } = allWords.ranks();
    const [first, end] = allWords.range(word[0]);
    for (let rank = first; rank < end; rank++) {
      if (rank === low) rank = high;
      if (rank < end && forgives(allWords.textOf(order[rank]), word)) near.add(order[rank]);
    }
  }
  return { low, high, near };
}

/** The entries in which a word was found: in any field, in the name, and in any field with a letter forgiven. */
interface WordSets {
  readonly any: Bits;
  readonly name: Bits;
  readonly near: Bits;
}

/** A word of a query with what it stands for. */
interface FoundWord extends WordSets {
  readonly meant: Meant;
  /** In how many cards it stands, or nearly. */
  readonly cards: number;
}

/** What is known of an index as long as it stays as it is. */
interface Remembered {
  /** What heavy beginnings stand for, such as single letters. */
  readonly heavy: Map<string, WordSets>;
  /** The words that were typed last, the latest at the end: while the next one is typed they stay as they are. */
  readonly typed: Map<string, FoundWord>;
}
const remembered = new WeakMap<object, Remembered>();
const mostHeavy = 128;
const mostTyped = 12;
/** Postings from which on a beginning is heavy. */
const heavyFrom = 4000;

function isHeavy({ allWords }: IndexStore, { low, high, near }: Meant): boolean {
  // What forgives a letter is long, and stands for few words.
  if (near.size > 0) return false;
  const { order } = allWords.ranks();
  let postings = 0;
  for (let rank = low; rank < high && postings < heavyFrom; rank++)
    postings += allWords.postingsOf(order[rank]).length;
  return postings >= heavyFrom;
}

function setsOf(store: IndexStore, meant: Meant, { heavy }: Remembered): WordSets {
  if (!isHeavy(store, meant)) return findSets(store, meant);
  const key = `${meant.low} ${meant.high}`;
  let sets = heavy.get(key);
  if (!sets) {
    sets = findSets(store, meant);
    if (heavy.size < mostHeavy) heavy.set(key, sets);
  }
  return sets;
}

function findWord(store: IndexStore, word: string): FoundWord {
  let memory = remembered.get(store.state);
  if (!memory) remembered.set(store.state, (memory = { heavy: new Map(), typed: new Map() }));
  const { typed } = memory;
  let found = typed.get(word);
  if (found) typed.delete(word);
  else {
    const meant = meantBy(store, word);
    const sets = setsOf(store, meant, memory);
    found = { meant, ...sets, cards: sets.near.count() };
  }
  typed.set(word, found);
  if (typed.size > mostTyped) typed.delete(typed.keys().next().value!);
  return found;
}

function findSets(store: IndexStore, { low, high, near }: Meant): WordSets {
  const { allWords, entries } = store;
  const { order } = allWords.ranks();
  const sets = { any: new Bits(entries), name: new Bits(entries) };
  const [any, name] = [sets.any.words, sets.name.words];
  const [shift, mask] = layout();
  for (let rank = low; rank < high; rank++) {
    const { list, length } = allWords.postingsOf(order[rank]);
    for (let i = 0; i < length; i++) {
      const entry = list[i] >> shift;
      const bit = 1 << (entry & 31);
      any[entry >>> 5] |= bit;
      if ((list[i] & mask) === 0) name[entry >>> 5] |= bit;
    }
  }
  if (near.size === 0) return { ...sets, near: sets.any };
  const nearly = sets.any.copy();
  for (const word of near) {
    const { list, length } = allWords.postingsOf(word);
    for (let i = 0; i < length; i++) nearly.add(list[i] >> shift);
  }
  return { ...sets, near: nearly };
}

/** The entries whose name's first letters begin so; null where there is none. */
function withInitials(store: IndexStore, letters: string): Bits | null {
  const { allInitials } = store;
  const { order } = allInitials.ranks();
  const [low, high] = allInitials.range(letters);
  if (low === high) return null;
  const found = new Bits(store.entries);
  for (let rank = low; rank < high; rank++) {
    const { list, length } = allInitials.postingsOf(order[rank]);
    for (let i = 0; i < length; i++) found.add(list[i]);
  }
  return found;
}

/** The entries with an alias that is the query or begins so: how well, the smaller the better. */
function withAlias(store: IndexStore, query: string): Map<number, number> {
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
      aliases.set(entry, Math.min(aliases.get(entry) ?? aliasNone, (isExact ? 0 : 2) + isTeams));
    }
  }
  return aliases;
}

/** The best field of an entry in which a word is found. */
function lookFor(store: IndexStore, entry: number, { low, high, near }: Meant): number {
  const { of: rankOf } = store.allWords.ranks();
  const { words, starts } = store.ownWords;
  const [shift, mask] = layout();
  let value = noMatch;
  for (let place = starts[entry]; place < starts[entry + 1]; place++) {
    const word = words[place] >> (shift + 1);
    const field = (words[place] >> 1) & mask;
    const rank = rankOf[word];
    if (rank >= low && rank < high) {
      if (field < value) value = field;
    } else if (field + forgivenFrom < value && near.size > 0 && near.has(word)) value = field + forgivenFrom;
  }
  return value;
}

/** True where the words stand one after another in the name, in the order of typing. */
function adjacent(store: IndexStore, entry: number, meant: readonly Meant[]): boolean {
  const { of: rankOf } = store.allWords.ranks();
  const { words, starts } = store.ownWords;
  const end = starts[entry + 1];
  const [shift, mask] = layout();
  // The name's words come first; of one that was cut the whole before its parts, which are passed by.
  const isName = (place: number) => place < end && ((words[place] >> 1) & mask) === 0;
  for (let first = starts[entry]; isName(first); first++) {
    let k = 0;
    for (let place = first; k < meant.length && isName(place); place++) {
      if (!(words[place] & 1)) continue;
      const rank = rankOf[words[place] >> (shift + 1)];
      if (rank < meant[k].low || rank >= meant[k].high) break;
      k++;
    }
    if (k === meant.length) return true;
  }
  return false;
}

/** What is asked of an index. */
interface RecallOptions {
  readonly target: SearchTarget;
  readonly moment: Moment;
  /** A saved search: only what it holds counts. */
  readonly within?: string;
  /** Withdrawn and hidden cards count too, though the query does not ask for them. */
  readonly leavesNoneOut?: boolean;
}

/** What a query recalls. */
interface Candidates {
  readonly meant: readonly Meant[];
  /** By alias, among those that match. */
  readonly aliases: ReadonlyMap<number, number>;
  /** By tier; null where nothing can be in it. */
  readonly found: Bits;
  readonly initials: Bits | null;
  readonly forgiven: Bits | null;
  /** Those of `found` in which all words stand in the name. */
  readonly inName: Bits;
  /** Those of which no rule of the query says that they are not wanted. */
  readonly allowed: Bits;
  /** The query says of which format variants are to be. */
  readonly asksForVariants: boolean;
}

/** All of them. */
function* everyOne({ found, initials, forgiven, aliases }: Candidates): Iterable<number> {
  for (const set of [found, initials, forgiven]) if (set) yield* set;
  for (const entry of aliases.keys()) if (tierOf(entry, { found, initials, forgiven }) === null) yield entry;
}

/** How well an entry is found, other than by an alias. */
function tierOf(
  entry: number,
  { found, initials, forgiven }: Pick<Candidates, "found" | "initials" | "forgiven">,
): number | null {
  if (found.has(entry)) return tiers.start;
  if (initials?.has(entry)) return tiers.initials;
  return forgiven?.has(entry) ? tiers.forgiven : null;
}

/** How many there are, and how many of them are in a set. */
function countIn(candidates: Candidates, fitting: Bits): { matches: number; fitting: number } {
  const counts = { matches: 0, fitting: 0 };
  for (const set of [candidates.found, candidates.initials, candidates.forgiven]) {
    if (!set) continue;
    const [all, common] = set.counts(fitting);
    counts.matches += all;
    counts.fitting += common;
  }
  for (const entry of candidates.aliases.keys()) {
    if (tierOf(entry, candidates) !== null) continue;
    counts.matches++;
    if (fitting.has(entry)) counts.fitting++;
  }
  return counts;
}

/** What is in a set and in all others. The set itself, where there are no others. */
const intersection = (first: Bits, others: readonly Bits[]): Bits =>
  others.length === 0 ? first : others[0].meet([...others.slice(1), first]);

/** A query as it was read, and what its words stand for in an index. */
interface ReadQuery {
  readonly text: string;
  readonly query: RecallQuery;
  readonly words: readonly FoundWord[];
}

function read(store: IndexStore, text: string): ReadQuery {
  const query = compileRecall(parseQuery(text));
  return { text, query, words: query.words.map((word) => findWord(store, word)) };
}

function candidates(
  store: IndexStore,
  { text, query, words }: ReadQuery,
  { moment, within, leavesNoneOut = false }: Omit<RecallOptions, "target">,
  among?: Bits,
): Candidates {
  const asked = {
    test: query.test,
    withdrawn: leavesNoneOut || query.withdrawn,
    hidden: leavesNoneOut || query.hidden || among !== undefined,
  };
  const scope =
    within === undefined
      ? null
      : select(store, { ...compileQuery(parseQuery(within)), hidden: true }, "exact", moment);
  const typed = select(store, asked, "beginnings", moment);
  const allowed = intersection(
    typed,
    [scope, among].flatMap((set) => set ?? []),
  );
  const meant = words.map((word) => word.meant);
  const rarestFirst = [...words].sort((a, b) => a.cards - b.cards);
  const found = intersection(
    allowed,
    rarestFirst.map(({ any }) => any),
  );
  const inName = words.length === 0 ? found : found.meet(rarestFirst.map(({ name }) => name));
  const joined = query.words.join("");
  const initials = (joined.length < 2 ? null : withInitials(store, joined))?.meet([allowed], [found]) ?? null;
  const [first, ...others] = rarestFirst.map(({ near }) => near);
  const forgiven = meant.some(({ near }) => near.size > 0)
    ? first.meet([...others, allowed], initials ? [found, initials] : [found])
    : null;
  const aliases = new Map<number, number>();
  // An alias is one word: where more is asked for, it is not all that is typed.
  for (const [entry, how] of withAlias(store, query.test ? joined : fold(text.trim())))
    if (allowed.has(entry)) aliases.set(entry, how);
  return { meant, aliases, found, inName, initials, forgiven, allowed, asksForVariants: query.variants };
}

/**
 * Leaves out variants in place of which another one that matches too is meant on the target; what an alias recalls leads
 * to the one that is meant. Unless the query asks for variants by their format.
 */
function meantOnly(
  store: IndexStore,
  all: Candidates,
  target: SearchTarget,
): { readonly kept: Candidates; readonly left: number } {
  const replaced = store.replaced(target);
  if (!replaced || all.asksForVariants) return { kept: all, left: 0 };
  const { losers } = replaced;
  /** The variant that is meant in place of one, where the query does not rule it out. */
  const meantFor = (entry: number): number => {
    const meant = replaced.by.get(entry);
    return meant !== undefined && all.allowed.has(meant) ? meant : entry;
  };
  const aliases = new Map<number, number>();
  for (const [entry, how] of all.aliases) {
    const meant = meantFor(entry);
    aliases.set(meant, Math.min(aliases.get(meant) ?? aliasNone, how));
  }
  const isThere = (entry: number) => aliases.has(entry) || tierOf(entry, all) !== null;
  const drop = new Bits(store.entries);
  let left = 0;
  for (const set of [all.found, all.initials, all.forgiven])
    if (set)
      for (const entry of set.meet([losers]))
        if (meantFor(entry) !== entry && isThere(meantFor(entry))) {
          drop.add(entry);
          left++;
        }
  for (const entry of all.aliases.keys())
    if (meantFor(entry) !== entry && tierOf(entry, all) === null) left++;
  if (left === 0) return { kept: all, left };
  const found = all.found.meet([], [drop]);
  return {
    left,
    kept: {
      ...all,
      aliases,
      found,
      inName: all.inName === all.found ? found : all.inName.meet([], [drop]),
      initials: all.initials?.meet([], [drop]) ?? null,
      forgiven: all.forgiven?.meet([], [drop]) ?? null,
    },
  };
}

/** The entries of candidates for a target, the best first, at most `limit`. */
function best(store: IndexStore, candidates: Candidates, target: SearchTarget, limit: number): number[] {
  const { meant, aliases, found, inName, initials, forgiven } = candidates;
  const fitting = store.fitting(target);
  const habits = store.habitOn(target.kind);
  const { rankOf, byRank } = store.nameRanks();
  const facts = store.allFacts;
  const asksWords = meant.length > 0;
  const isApart = (entry: number) => meant.length > 1 && !adjacent(store, entry, meant);

  /** What of the order follows the class, as a number. */
  const keyOf = (entry: number, fields: number): number => {
    const fact = facts[entry];
    let order = Math.min(fields, mostFields) * habitLevels + habitLevels - 1 - (habits.get(entry) ?? 0);
    order = order * originCount + ((fact >> 6) & 3);
    order = order * 2 + (fields === 0 && isApart(entry) ? 1 : 0);
    order = order * lengthCount + (asksWords ? fact & (lengthCount - 1) : 0);
    return order * byRank.length + rankOf[entry];
  };
  const fieldsOf = (entry: number) =>
    meant.reduce((sum, word) => sum + (lookFor(store, entry, word) & (forgivenFrom - 1)), 0);

  const hits: number[] = [];
  const left = () => limit - hits.length;
  /** Those of a set by their keys; `fieldsIn` says in which fields the words stand. */
  const sorted = (set: Bits | readonly number[], fieldsIn: (entry: number) => number) => {
    const keys: number[] = [];
    set.forEach((entry) => keys.push(keyOf(entry, fieldsIn(entry))));
    for (const key of smallest(Float64Array.from(keys), left())) hits.push(byRank[key % byRank.length]);
  };
  const inNameAlone = () => 0;
  /** Those of a set whose words stand in the name: by habit, then in the standing order. */
  const standing = (set: Bits) => {
    if (set.count() <= fewInClass) return sorted(set, inNameAlone);
    const habitual = [...habits.keys()].filter((entry) => set.has(entry));
    sorted(habitual, inNameAlone);
    for (const entries of store.standing(asksWords)) {
      const apart: number[] = [];
      for (let i = 0; i < entries.length && left() > 0; i++) {
        const entry = entries[i];
        if (!set.has(entry) || habits.has(entry)) continue;
        if (!isApart(entry)) hits.push(entry);
        else if (apart.length < limit) apart.push(entry);
      }
      hits.push(...apart.slice(0, left()));
      if (left() <= 0) return;
    }
  };

  const byAlias = Array.from(aliases, ([entry, how]) => {
    const tier = tierOf(entry, candidates) ?? tiers.start;
    const isElsewhere = tier === tiers.forgiven || (found.has(entry) && !inName.has(entry));
    return {
      entry,
      order: (how * 2 + (fitting.has(entry) ? 0 : 1)) * tierCount + tier,
      key: keyOf(entry, isElsewhere ? fieldsOf(entry) : 0),
    };
  });
  byAlias.sort((a, b) => a.order - b.order || a.key - b.key);
  for (const { entry } of byAlias.slice(0, limit)) hits.push(entry);

  const recalled = aliases.size === 0 ? null : new Bits(store.entries);
  for (const entry of aliases.keys()) recalled!.add(entry);
  for (const isFitting of [true, false]) {
    /** Those of a set that fit the target or do not, without what stands above and what else is left out. */
    const of = (set: Bits, ...leftOut: Bits[]) => {
      const without = recalled ? [...leftOut, recalled] : leftOut;
      return isFitting ? set.meet([fitting], without) : set.meet([], [fitting, ...without]);
    };
    if (left() > 0) standing(of(inName));
    if (left() > 0 && inName !== found) sorted(of(found, inName), fieldsOf);
    if (left() > 0 && initials) standing(of(initials));
    if (left() > 0 && forgiven) sorted(of(forgiven), fieldsOf);
  }
  return hits;
}

/** How many cards a query would recall but for their being hidden. */
function hiddenCount(store: IndexStore, query: ReadQuery, options: RecallOptions): number {
  const hidden = store.hidden();
  if (!hidden || query.query.hidden) return 0;
  return countIn(candidates(store, query, options, hidden), hidden).matches;
}

/**
 * The cards that a typed query recalls for a target, best first. Every word must be found at the beginning of a word,
 * in any order and any field, or the letters are the initials of the name; one letter may be wrong in words of four
 * letters or more, and in three that stand for a whole short word. What else the query asks for must hold too. An empty query lists everything. The same query on the
 * same library gives the same order. Pre: `limit` ≥ 1.
 */
export function recall(store: IndexStore, text: string, limit: number, options: RecallOptions): RecallResult {
  const query = read(store, text);
  const { kept: found, left } = meantOnly(store, candidates(store, query, options), options.target);
  const fitting = store.fitting(options.target);
  return {
    variants: left,
    hidden: hiddenCount(store, query, options),
    hits: best(store, found, options.target, limit).map((entry) => ({
      id: store.documentOf(entry)!.id,
      fits: fitting.has(entry),
    })),
    ...countIn(found, fitting),
  };
}

/** One of the cards that a query recalls and that fit the target: the `share` of 0…1 says which; null where there is none. */
export function drawn(
  store: IndexStore,
  query: string,
  share: number,
  options: RecallOptions,
): string | null {
  const fitting = store.fitting(options.target);
  const { kept } = meantOnly(store, candidates(store, read(store, query), options), options.target);
  const entries = [...everyOne(kept)].filter((entry) => fitting.has(entry));
  if (entries.length === 0) return null;
  return store.documentOf(entries[Math.min(entries.length - 1, Math.floor(share * entries.length))])!.id;
}

/** The ids of all cards that a query recalls, whatever they are for and also where they are withdrawn or hidden, in no order. */
export function matching(store: IndexStore, query: string, moment: Moment): string[] {
  const found = candidates(store, read(store, query), { moment, leavesNoneOut: true });
  return Array.from(everyOne(found), (entry) => store.documentOf(entry)!.id);
}
