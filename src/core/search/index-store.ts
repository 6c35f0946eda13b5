import { goesOn } from "../media";
import { Bits } from "../numeric/bits";
import { SortedView } from "../numeric/sorted-view";
import { bestVariant } from "../library/variants";
import { habitLevel } from "../library/habit";
import { fold, sortKey } from "../text/fold";
import { Dictionary, Numbers, type SavedDictionary } from "./dictionary";
import {
  documentSum,
  fitsTarget,
  searchedFields,
  textSum,
  textsOf,
  type SearchDocument,
  type SearchTarget,
} from "./document";
import { tokens, wordsAndParts } from "./tokens";

/*
 * What stands in a posting: the number of the entry and, in the last three bits, the field. What stands in an entry's own
 * list of words: the number of the word, then as above the field, then a bit that says whether it is a word as it was
 * written and not a part of one (`lofi2` of `LoFi2`, not `lo`). What stands in an entry's facts: what it is meant for, by
 * the number of such a meaning, then a bit each that says that it is hidden or withdrawn, two of its origin and six of the
 * length of its name.
 */
export const fieldBits = 3;
export const fieldMask = 7;

/** A text's words, by their numbers, with their parts. */
type WordList = readonly { readonly word: number; readonly isWhole: boolean }[];

/** Fields of which many cards have the same texts. */
const sharedFields: ReadonlySet<string> = new Set(["folder", "tag", "maker", "effect"]);

const noTexts: readonly string[] = [];
const noLists: readonly (readonly string[])[] = [];
const noHabit: ReadonlyMap<number, number> = new Map();

/** Of each entry that another variant is meant instead of, which one that is. */
interface Replaced {
  readonly losers: Bits;
  readonly by: ReadonlyMap<number, number>;
}

/** An index as it is put by: it can be taken up again without a look at the library. */
export interface SavedIndex {
  readonly form: number;
  /** The cards as JSON, one after another, and where each begins; `null` where an entry is gone. */
  readonly documents: string;
  readonly documentStarts: Int32Array<ArrayBuffer>;
  /** The ids of the entries that are there, as JSON, and which these are. */
  readonly ids: string;
  readonly entries: Int32Array<ArrayBuffer>;
  /** By entry, the sum of its card; see `documentSum`. */
  readonly sums: Int32Array<ArrayBuffer>;
  readonly words: SavedDictionary;
  readonly initials: SavedDictionary;
  readonly aliases: SavedDictionary;
  readonly own: Int32Array<ArrayBuffer>;
  readonly starts: Int32Array<ArrayBuffer>;
  readonly facts: Int32Array<ArrayBuffer>;
  readonly byName: Int32Array<ArrayBuffer>;
  /** Habits by kind, groups of variants and meanings, as JSON. */
  readonly small: string;
}

/** Grows when an index is put by in another way, or holds something else of the same cards. */
const savedForm = 2;

type Meaning = Pick<SearchDocument, "medium" | "fits">;
const meaningKey = ({ medium, fits }: Meaning): string => [medium, ...fits].join("\u0000");

/** The small parts of an index that is put by. */
interface Small {
  readonly habits: readonly (readonly [kind: string, levels: readonly (readonly [number, number])[]])[];
  readonly groups: readonly (readonly [id: string, entries: readonly number[]])[];
  readonly meanings: Meaning[];
  readonly gone: number;
}

/** By which cards are put in order: numbers in names by value, namesakes told apart. */
const orderOf = ({ name, id }: SearchDocument): string => `${sortKey(name)}\u0000${name}\u0000${id}`;

/** Entries that are gone leave their postings behind; when so many have, and so large a share, all is made anew. */
const [fewGone, shareGone] = [5000, 0.25];

/** The facts of an entry that is gone. */
const goneFacts = -(2 ** 31);

/** Bits of an entry's facts, and where its meaning begins. */
const [withdrawnBit, hiddenBit, meaningShift] = [1 << 8, 1 << 9, 10];

/** Lengths of names that ranking tells apart; all longer ones are alike to it. */
export const lengthCount = 64;

/**
 * The cards of a library as one member's index: columns of numbers, one number an entry. An entry is never changed: a card
 * that is put again is a new one. Orders are made when they are first asked for after a change.
 */
export class IndexStore {
  private words!: Dictionary;
  private initials!: Dictionary;
  private aliases!: Dictionary;
  /** The card of each entry; null where it is gone, undefined where it is still only put by. */
  private documents!: (SearchDocument | null | undefined)[];
  private putBy!: Pick<SavedIndex, "documents" | "documentStarts" | "sums"> | null;
  private numbers!: Map<string, number>;
  /** Where the words of each entry begin among the words of all; one more than there are entries. */
  private starts!: Numbers;
  private own!: Numbers;
  private byName!: SortedView<number>;
  private ranks!: { rankOf: Int32Array; byRank: readonly number[] } | null;
  /** Texts that many cards share, and their words. */
  private shared!: Map<string, WordList>;
  /** What each entry is meant for, whence it is and how long its name is. */
  private facts!: Numbers;
  /** By kind of target, how much the entries that are used there are. */
  private habits!: Map<string, Map<number, number>>;
  /** By target, the entries that are meant for it; made when they are asked for. */
  private fits!: Map<string, Bits>;
  /** Another object after each change. */
  state: object = {};
  private stands!: [readonly Int32Array[] | null, readonly Int32Array[] | null];
  /** The entries that are there, by which of those are left out that are withdrawn or hidden. */
  private lives!: Map<number, Bits>;
  private hiddenOnes: Bits | null | undefined;
  /** Media and kinds of target that cards are meant for, by their numbers. */
  private meanings!: Pick<SearchDocument, "medium" | "fits">[];
  private meaningNumbers!: Map<string, number>;
  /** The same lists of many cards, once. */
  private lists!: Map<string, readonly string[]>;
  private sameLists!: WeakMap<readonly string[], readonly string[]>;
  private gone!: number;
  /** The entries of each group of variants. */
  private groups!: Map<string, Set<number>>;
  /** By target; made when they are asked for. */
  private replacements!: Map<string, Replaced>;

  constructor() {
    this.clear();
  }

  private clear(): void {
    this.words = new Dictionary();
    this.initials = new Dictionary();
    this.aliases = new Dictionary();
    this.documents = [];
    this.putBy = null;
    this.numbers = new Map();
    this.starts = new Numbers();
    this.starts.push(0);
    this.own = new Numbers();
    this.byName = new SortedView<number>((number) => orderOf(this.documentOf(number)!));
    this.facts = new Numbers();
    this.habits = new Map();
    this.groups = new Map();
    this.forget();
    this.meanings = [];
    this.meaningNumbers = new Map();
    this.shared = new Map();
    this.lists = new Map();
    this.sameLists = new WeakMap();
    this.gone = 0;
  }

  /** Cards that are in it. */
  get size(): number {
    return this.numbers.size;
  }

  /** Entries, also those that are gone. */
  get entries(): number {
    return this.documents.length;
  }

  /** Adds a card or replaces it. */
  put(document: SearchDocument): void {
    this.remove(document.id);
    const number = this.documents.length;
    this.documents.push(this.sharing(document));
    this.numbers.set(document.id, number);
    const length = Math.min(document.name.length, lengthCount - 1);
    const aside = (document.isWithdrawn ? withdrawnBit : 0) | (document.isHidden ? hiddenBit : 0);
    this.facts.push((this.meaningOf(document) << meaningShift) | aside | (document.origin << 6) | length);
    searchedFields.forEach((field, i) => {
      for (const text of textsOf(document, field)) {
        if (text === "") continue;
        const words = sharedFields.has(field) ? this.sharedWordsOf(text) : this.wordsOf(text);
        this.addField(number, i, words);
        if (field !== "name") continue;
        for (const letters of this.initialsOf(words))
          this.initials.post(this.initials.numberOf(letters), number);
      }
    });
    this.starts.push(this.own.length);
    [...document.ownAliases, ...document.teamAliases].forEach((alias, i) => {
      const isTeams = i >= document.ownAliases.length ? 1 : 0;
      this.aliases.post(this.aliases.numberOf(fold(alias)), number * 2 + isTeams);
    });
    for (const kind in document.habit) {
      const levels = this.habits.get(kind) ?? new Map<number, number>();
      this.habits.set(kind, levels.set(number, habitLevel(document.habit[kind])));
    }
    const { groupId } = document;
    if (groupId !== null) {
      const group = this.groups.get(groupId);
      if (group) group.add(number);
      else this.groups.set(groupId, new Set([number]));
    }
    this.byName.add(number);
    this.forget();
  }

  /** Forgets what is made when it is asked for. */
  private forget(): void {
    this.ranks = null;
    this.lives = new Map();
    this.hiddenOnes = undefined;
    this.stands = [null, null];
    this.fits = new Map();
    this.replacements = new Map();
    this.state = {};
  }

  /** The entries that are used on a kind of target: how much, by `habitLevel`. */
  habitOn(kind: string): ReadonlyMap<number, number> {
    return this.habits.get(kind) ?? noHabit;
  }

  /** The entries that are there, without those that are withdrawn or hidden, or with them. */
  live(withWithdrawn: boolean, withHidden: boolean): Bits {
    const leftOut = (withWithdrawn ? 0 : withdrawnBit) | (withHidden ? 0 : hiddenBit);
    let found = this.lives.get(leftOut);
    if (!found) this.lives.set(leftOut, (found = this.entriesThat((facts) => (facts & leftOut) === 0)));
    return found;
  }

  /** The entries that are hidden and not withdrawn; null where there are none. */
  hidden(): Bits | null {
    if (this.hiddenOnes === undefined) {
      const some = this.live(false, true).meet([], [this.live(false, false)]);
      this.hiddenOnes = some.count() === 0 ? null : some;
    }
    return this.hiddenOnes;
  }

  private entriesThat(test: (facts: number) => boolean): Bits {
    const found = new Bits(this.entries);
    for (let entry = 0; entry < this.entries; entry++) {
      const facts = this.facts.at(entry);
      if (facts !== goneFacts && test(facts)) found.add(entry);
    }
    return found;
  }

  /** Takes a card out; nothing happens where it is not there. */
  remove(id: string): void {
    const number = this.numbers.get(id);
    if (number === undefined) return;
    this.byName.remove(number);
    const gone = this.documentOf(number)!;
    this.documents[number] = null;
    this.facts.list[number] = goneFacts;
    this.numbers.delete(id);
    if (gone.groupId !== null) this.groups.get(gone.groupId)!.delete(number);
    for (const kind in gone.habit) this.habits.get(kind)!.delete(number);
    this.forget();
    if (++this.gone > fewGone && this.gone > shareGone * this.documents.length) this.makeAnew();
  }

  private makeAnew(): void {
    const left = Array.from(this.documents, (_, entry) => this.documentOf(entry)).filter(
      (document) => document !== null,
    );
    this.clear();
    for (const document of left) this.put(document);
  }

  private meaningOf({ medium, fits }: SearchDocument): number {
    const key = meaningKey({ medium, fits });
    const known = this.meaningNumbers.get(key);
    if (known !== undefined) return known;
    this.meaningNumbers.set(key, this.meanings.length);
    return this.meanings.push({ medium, fits }) - 1;
  }

  private once(list: readonly string[]): readonly string[] {
    if (list.length === 0) return noTexts;
    // One that was given before is found without looking at its texts, which takes several times as long.
    let known = this.sameLists.get(list);
    if (known) return known;
    const key = list.length === 1 ? list[0] : list.join("\u0000");
    known = this.lists.get(key);
    if (known) return known;
    this.lists.set(key, list);
    this.sameLists.set(list, list);
    return list;
  }

  private onceEach(lists: readonly (readonly string[])[]): readonly (readonly string[])[] {
    return lists.length === 0 ? noLists : lists.map((list) => this.once(list));
  }

  private wordsOf(text: string): WordList {
    return tokens(text).map((token) => ({ word: this.words.numberOf(token.text), isWhole: token.isWhole }));
  }

  private sharedWordsOf(text: string): WordList {
    let list = this.shared.get(text);
    if (!list) this.shared.set(text, (list = this.wordsOf(text)));
    return list;
  }

  private addField(entry: number, field: number, list: WordList): void {
    for (const { word, isWhole } of list) {
      this.words.post(word, (entry << fieldBits) | field);
      this.own.push((word << (fieldBits + 1)) | (field << 1) | (isWhole ? 1 : 0));
    }
  }

  /** The first letters of a name's words; and those of their parts, where a word has any. */
  private initialsOf(name: WordList): Set<string> {
    const letters = (list: WordList) => list.map(({ word }) => this.words.textOf(word)[0]).join("");
    return new Set(wordsAndParts(name).map(letters));
  }

  /** The card of an entry, or null where it is gone. */
  documentOf(entry: number): SearchDocument | null {
    const document = this.documents[entry];
    return document === undefined ? (this.documents[entry] = this.readPutBy(entry)) : document;
  }

  private readPutBy(entry: number): SearchDocument {
    const { documents, documentStarts } = this.putBy!;
    const text = documents.slice(documentStarts[entry], documentStarts[entry + 1]);
    return this.sharing(JSON.parse(text) as SearchDocument);
  }

  /** With the lists that many cards have in common. */
  private sharing(document: SearchDocument): SearchDocument {
    return {
      ...document,
      folder: this.once(document.folder),
      alsoIn: this.onceEach(document.alsoIn),
      tags: this.onceEach(document.tags),
      lists: this.once(document.lists),
      effects: this.once(document.effects),
      fits: this.once(document.fits),
    };
  }

  /** The sum of a card as it stands here; undefined where it is not there. */
  sumOf(id: string): number | undefined {
    const entry = this.numbers.get(id);
    if (entry === undefined) return undefined;
    return this.documents[entry] === undefined
      ? this.putBy!.sums[entry]
      : documentSum(this.documents[entry]!);
  }

  /** The ids of the cards that are there. */
  ids(): Iterable<string> {
    return this.numbers.keys();
  }

  /** All of it, to be put by. */
  save(): SavedIndex {
    const documentStarts = new Int32Array(this.documents.length + 1);
    const sums = new Int32Array(this.documents.length);
    const texts = Array.from(this.documents, (_, entry) => {
      const document = this.documentOf(entry);
      const text = JSON.stringify(document);
      documentStarts[entry + 1] = documentStarts[entry] + text.length;
      if (document) sums[entry] = textSum(text);
      return text;
    });
    return {
      form: savedForm,
      documents: texts.join(""),
      documentStarts,
      sums,
      ids: JSON.stringify([...this.numbers.keys()]),
      entries: Int32Array.from(this.numbers.values()),
      words: this.words.save(),
      initials: this.initials.save(),
      aliases: this.aliases.save(),
      own: this.own.save(),
      starts: this.starts.save(),
      facts: this.facts.save(),
      byName: Int32Array.from(this.nameRanks().byRank),
      small: JSON.stringify({
        habits: Array.from(this.habits, ([kind, levels]) => [kind, [...levels]]),
        groups: Array.from(this.groups, ([id, entries]) => [id, [...entries]]),
        meanings: this.meanings,
        gone: this.gone,
      } satisfies Small),
    };
  }

  /** An index that was put by, or null where it is of another form. Its memory is used. */
  static of(saved: SavedIndex): IndexStore | null {
    if (saved.form !== savedForm) return null;
    const store = new IndexStore();
    const { habits, groups, meanings, gone } = JSON.parse(saved.small) as Small;
    store.words = Dictionary.of(saved.words);
    store.initials = Dictionary.of(saved.initials);
    store.aliases = Dictionary.of(saved.aliases);
    store.own = Numbers.of(saved.own);
    store.starts = Numbers.of(saved.starts);
    store.facts = Numbers.of(saved.facts);
    const { documents, documentStarts, sums } = saved;
    store.putBy = { documents, documentStarts, sums };
    store.documents = Array.from({ length: saved.facts.length }, (_, entry) =>
      saved.facts[entry] === goneFacts ? null : undefined,
    );
    (JSON.parse(saved.ids) as string[]).forEach((id, i) => store.numbers.set(id, saved.entries[i]));
    store.byName.begin(Array.from(saved.byName));
    store.habits = new Map(habits.map(([kind, levels]) => [kind, new Map(levels)]));
    store.groups = new Map(groups.map(([id, entries]) => [id, new Set(entries)]));
    store.meanings = meanings;
    store.meaningNumbers = new Map(meanings.map((meaning, i) => [meaningKey(meaning), i]));
    store.gone = gone;
    return store;
  }

  /** The card of an id, or undefined where it is not there. */
  documentById(id: string): SearchDocument | undefined {
    const entry = this.numbers.get(id);
    return entry === undefined ? undefined : this.documentOf(entry)!;
  }

  /** The facts of all entries. */
  get allFacts(): Int32Array {
    return this.facts.list;
  }

  /** The entries that are meant for a target. */
  fitting(target: SearchTarget): Bits {
    const key = `${target.medium} ${target.kind}`;
    let found = this.fits.get(key);
    if (!found) {
      const fits = this.meanings.map((meaning) => fitsTarget(meaning, target));
      this.fits.set(key, (found = this.entriesThat((facts) => fits[facts >> meaningShift])));
    }
    return found;
  }

  /** Which variants are meant instead of which others on a target; null where there are none. */
  replaced(target: SearchTarget): Replaced | null {
    if (this.groups.size === 0) return null;
    const key = `${target.medium} ${target.kind} ${target.format ?? ""} ${target.prefers?.join() ?? ""}`;
    let found = this.replacements.get(key);
    if (!found) this.replacements.set(key, (found = this.findReplaced(target)));
    return found;
  }

  private findReplaced(target: SearchTarget): Replaced {
    const by = new Map<number, number>();
    const losers = new Bits(this.entries);
    const habits = this.habitOn(target.kind);
    for (const group of this.groups.values()) {
      const variants = [...group].flatMap((entry) => {
        const { id, name, madeFor, isWithdrawn, isHidden, ...document } = this.documentOf(entry)!;
        // Of another medium none is meant; they are shown as they are.
        if (isWithdrawn || isHidden || !goesOn(document.medium, target.medium)) return [];
        const fits = fitsTarget(document, target);
        return [{ entry, id, name, madeFor, fits, liked: habits.get(entry) ?? 0 }];
      });
      if (variants.length < 2) continue;
      const best = bestVariant(variants, target.format ?? "", target.prefers).entry;
      for (const { entry } of variants)
        if (entry !== best) {
          by.set(entry, best);
          losers.add(entry);
        }
    }
    return { losers, by };
  }

  /**
   * The entries of each origin in their standing order, which no query changes: shorter names first, where `byLength`, then
   * by name.
   */
  standing(byLength: boolean): readonly Int32Array[] {
    return (this.stands[byLength ? 1 : 0] ??= this.findStanding(byLength));
  }

  private findStanding(byLength: boolean): Int32Array[] {
    const { byRank } = this.nameRanks();
    const bucketOf = (entry: number) => {
      const facts = this.facts.at(entry) & 0xff;
      return byLength ? facts : facts & ~(lengthCount - 1);
    };
    // A counting sort: those of one bucket stay in the order of names.
    const ends = new Int32Array(4 * lengthCount);
    for (const entry of byRank) ends[bucketOf(entry)]++;
    for (let bucket = 1; bucket < ends.length; bucket++) ends[bucket] += ends[bucket - 1];
    const order = new Int32Array(byRank.length);
    const next = Int32Array.from(ends, (_, bucket) => (bucket === 0 ? 0 : ends[bucket - 1]));
    for (const entry of byRank) order[next[bucketOf(entry)]++] = entry;
    return [0, 1, 2].map((origin) => {
      const [from, to] = [origin * lengthCount - 1, (origin + 1) * lengthCount - 1];
      return order.subarray(from < 0 ? 0 : ends[from], ends[to]);
    });
  }

  /** All words; their postings are entries with a field. */
  get allWords(): Dictionary {
    return this.words;
  }

  /** First letters of names; their postings are entries. */
  get allInitials(): Dictionary {
    return this.initials;
  }

  /** Aliases, folded; their postings are entries times two, plus 1 where it is the team's. */
  get allAliases(): Dictionary {
    return this.aliases;
  }

  /** The words of all entries, and where those of each begin; those of the next one begin where they end. */
  get ownWords(): { readonly words: Int32Array; readonly starts: Int32Array } {
    return { words: this.own.list, starts: this.starts.list };
  }

  /** The entries in the order of names, and the place of each in it. */
  nameRanks(): { readonly rankOf: Int32Array; readonly byRank: readonly number[] } {
    if (!this.ranks) {
      const byRank = this.byName.from(() => this.numbers.values());
      const rankOf = new Int32Array(this.documents.length);
      for (let rank = 0; rank < byRank.length; rank++) rankOf[byRank[rank]] = rank;
      this.ranks = { rankOf, byRank };
    }
    return this.ranks;
  }

  /** Makes all orders now, so that the first query does not wait for them. */
  prepare(): void {
    for (const dictionary of [this.words, this.initials, this.aliases]) dictionary.ranks();
    this.standing(true);
    this.live(false, false);
  }
}

// A posting has room for as many fields as there are.
if (searchedFields.length > fieldMask + 1) throw new Error("more fields than a posting has room for");
