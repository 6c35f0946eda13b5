import { SortedView } from "../numeric/sorted-view";
import { fieldTexts, searchedFields, type SearchDocument } from "./document";
import { fold, sortKey } from "../text/fold";
import { tokens } from "./tokens";

/** A card in the index, with what ranking needs made ready. */
export interface Entry {
  readonly document: SearchDocument;
  readonly ownAliases: readonly string[];
  readonly teamAliases: readonly string[];
  /** First letters of the name's words. */
  readonly initials: string;
  readonly order: string;
}

/** Entry number times the number of fields plus the field's number. */
export type Posting = number;

/**
 * The words of all cards and where they occur. Entries are numbered; a removed number is used again. Sorted views
 * are made when they are first asked for after a change, so that loading a library sorts once.
 */
export class IndexStore {
  readonly entries: (Entry | null)[] = [];
  private readonly numbers = new Map<string, number>();
  private readonly free: number[] = [];
  private readonly words = new Map<string, Set<Posting>>();
  private readonly sortedWords = new SortedView<string>((word) => word);
  private readonly byName = new SortedView<number>((number) => this.entries[number]!.order);
  private ranks: { rankOf: Int32Array; byRank: Int32Array } | null = null;

  get size(): number {
    return this.numbers.size;
  }

  /** Adds a card or replaces it. */
  put(document: SearchDocument): void {
    this.remove(document.id);
    const number = this.free.pop() ?? this.entries.length;
    const texts = fieldTexts(document);
    searchedFields.forEach((field, f) => {
      for (const token of tokens(texts[field])) this.post(token.text, number * searchedFields.length + f);
    });
    this.entries[number] = {
      document,
      ownAliases: document.ownAliases.map(fold),
      teamAliases: document.teamAliases.map(fold),
      initials: tokens(document.name)
        .map((t) => t.text[0])
        .join(""),
      order: `${sortKey(document.name)}\u0000${document.name}\u0000${document.id}`,
    };
    this.numbers.set(document.id, number);
    this.byName.add(number);
    this.ranks = null;
  }

  /** Takes a card out; nothing happens where it is not there. */
  remove(id: string): void {
    const number = this.numbers.get(id);
    if (number === undefined) return;
    const { document } = this.entries[number]!;
    const texts = fieldTexts(document);
    searchedFields.forEach((field, f) => {
      for (const token of tokens(texts[field])) this.unpost(token.text, number * searchedFields.length + f);
    });
    this.byName.remove(number);
    this.entries[number] = null;
    this.numbers.delete(id);
    this.free.push(number);
    this.ranks = null;
  }

  private post(word: string, posting: Posting): void {
    const list = this.words.get(word);
    if (list) list.add(posting);
    else {
      this.words.set(word, new Set([posting]));
      this.sortedWords.add(word);
    }
  }

  private unpost(word: string, posting: Posting): void {
    const list = this.words.get(word);
    list?.delete(posting);
    if (list?.size === 0) {
      this.words.delete(word);
      this.sortedWords.remove(word);
    }
  }

  /** Every word of the index, in the order of UTF-16 units. */
  allWords(): readonly string[] {
    return this.sortedWords.from(() => this.words.keys());
  }

  /** The words that begin with `beginning`. */
  wordsFrom(beginning: string): readonly string[] {
    const words = this.allWords();
    let low = 0;
    let high = words.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (words[middle] < beginning) low = middle + 1;
      else high = middle;
    }
    let end = low;
    while (end < words.length && words[end].startsWith(beginning)) end++;
    return words.slice(low, end);
  }

  postingsOf(word: string): Iterable<Posting> {
    return this.words.get(word) ?? [];
  }

  /** The place of each entry in the order of names, and back. */
  nameRanks(): { readonly rankOf: Int32Array; readonly byRank: Int32Array } {
    if (!this.ranks) {
      const live = this.byName.from(() => this.numbers.values());
      const rankOf = new Int32Array(this.entries.length);
      live.forEach((number, rank) => (rankOf[number] = rank));
      this.ranks = { rankOf, byRank: Int32Array.from(live) };
    }
    return this.ranks;
  }
}
