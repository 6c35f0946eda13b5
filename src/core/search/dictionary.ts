import { SortedView } from "../numeric/sorted-view";

/** Numbers in the order in which they came, in as much memory as they need and a little more. */
export class Numbers {
  /** The first `length` of it. For those who look at very many; another one after it has grown. */
  list = new Int32Array(2);
  length = 0;

  push(value: number): void {
    if (this.length === this.list.length) {
      const larger = new Int32Array(Math.max(2, this.length * 2));
      larger.set(this.list);
      this.list = larger;
    }
    this.list[this.length++] = value;
  }

  at(i: number): number {
    return this.list[i];
  }

  /** All of them, by themselves. */
  save(): Int32Array<ArrayBuffer> {
    return this.list.slice(0, this.length);
  }

  static of(saved: Int32Array<ArrayBuffer>): Numbers {
    const numbers = new Numbers();
    numbers.list = saved;
    numbers.length = saved.length;
    return numbers;
  }
}

/** A dictionary as it is put by. */
export interface SavedDictionary {
  /** By their numbers, as JSON. */
  readonly texts: string;
  readonly postings: Int32Array<ArrayBuffer>;
  /** Where those of each text begin; one more than there are texts. */
  readonly starts: Int32Array<ArrayBuffer>;
  /** Numbers of texts in order. */
  readonly order: Int32Array<ArrayBuffer>;
}

/** Where each text of a dictionary stands among all in the order of UTF-16 units. */
interface Ranks {
  /** By a text's number. */
  readonly of: Int32Array;
  /** Numbers of texts in order. */
  readonly order: readonly number[];
}

/**
 * Texts with what is said of each: numbers, the postings. Texts are numbered as they come and never forgotten; what begins
 * alike is a range of ranks.
 */
export class Dictionary {
  private readonly texts: string[] = [];
  private readonly numbers = new Map<string, number>();
  private readonly postings: Numbers[] = [];
  private readonly sorted = new SortedView<number>((number) => this.texts[number]);
  private known: Ranks | null = null;

  /** The number of a text, which is taken in where it is new. */
  numberOf(text: string): number {
    const known = this.numbers.get(text);
    if (known !== undefined) return known;
    const number = this.texts.length;
    this.texts.push(text);
    this.postings.push(new Numbers());
    this.numbers.set(text, number);
    this.sorted.add(number);
    this.known = null;
    return number;
  }

  /** The number of a text; undefined where it is not known. */
  find(text: string): number | undefined {
    return this.numbers.get(text);
  }

  textOf(number: number): string {
    return this.texts[number];
  }

  post(number: number, posting: number): void {
    this.postings[number].push(posting);
  }

  postingsOf(number: number): Numbers {
    return this.postings[number];
  }

  save(): SavedDictionary {
    const starts = new Int32Array(this.texts.length + 1);
    this.postings.forEach(({ length }, i) => (starts[i + 1] = starts[i] + length));
    const postings = new Int32Array(starts[this.texts.length]);
    this.postings.forEach(({ list, length }, i) => postings.set(list.subarray(0, length), starts[i]));
    return {
      texts: JSON.stringify(this.texts),
      postings,
      starts,
      order: Int32Array.from(this.ranks().order),
    };
  }

  static of({ texts, postings, starts, order }: SavedDictionary): Dictionary {
    const dictionary = new Dictionary();
    for (const text of JSON.parse(texts) as string[]) {
      const number = dictionary.texts.length;
      dictionary.texts.push(text);
      dictionary.numbers.set(text, number);
      // Parts of one list; one that grows gets a list of its own.
      dictionary.postings.push(Numbers.of(postings.subarray(starts[number], starts[number + 1])));
    }
    dictionary.sorted.begin(Array.from(order));
    return dictionary;
  }

  /** All in order, brought up to date. */
  ranks(): Ranks {
    if (!this.known) {
      const order = this.sorted.from(() => this.texts.keys());
      const of = new Int32Array(order.length);
      for (let rank = 0; rank < order.length; rank++) of[order[rank]] = rank;
      this.known = { of, order };
    }
    return this.known;
  }

  /** The ranks of the texts that begin so: from the first, to the one after the last. */
  range(beginning: string): readonly [number, number] {
    const { order } = this.ranks();
    const first = (is: (text: string) => boolean, from: number) => {
      let [low, high] = [from, order.length];
      while (low < high) {
        const middle = (low + high) >> 1;
        if (is(this.texts[order[middle]])) high = middle;
        else low = middle + 1;
      }
      return low;
    };
    const low = first((text) => text >= beginning, 0);
    return [low, first((text) => !text.startsWith(beginning), low)];
  }
}
