import uFuzzy from "@leeoniya/ufuzzy";
import FlexSearch from "flexsearch";
import MiniSearch from "minisearch";
import { fieldTexts, searchedFields, type SearchTarget } from "../src/core/search/document";
import { IndexStore } from "../src/core/search/index-store";
import { recall } from "../src/core/search/recall";
import { aMoment } from "../testing/documents";
import {
  relevanceOf,
  suiteLibrary,
  suiteQueries,
  suiteRules,
  type SuiteLibrary,
  type SuiteQuery,
} from "../testing/search-suite";
import { median, ms, percentile, table } from "./measure";

const sizes = [10_000, 100_000, 1_000_000];
/** Beyond this the peers take minutes to build, or all memory. */
const largestForPeers = 100_000;
const shown = 20;
const queriesOfRule = 250;
/** Queries of each rule that are typed letter by letter. */
const typedOfRule = 40;

type Find = (text: string, target: SearchTarget) => readonly string[];

/** Something that finds, and what it took to be ready. */
interface Finder {
  readonly name: string;
  readonly find: Find;
  readonly built: number;
  /** Bytes on the heap and beside it. */
  readonly memory: number;
}

/** Pre: node runs with --expose-gc, else memory is what happens to be there. */
function used(): number {
  globalThis.gc?.();
  const { heapUsed, arrayBuffers } = process.memoryUsage();
  return heapUsed + arrayBuffers;
}

function built(name: string, make: () => Find): Finder {
  const before = used();
  const start = performance.now();
  const find = make();
  const took = performance.now() - start;
  return { name, find, built: took, memory: used() - before };
}

/** The general-purpose peers, each told the same texts and asked in the way that its documentation gives for typing. */
const peers: Record<string, (library: SuiteLibrary) => Find> = {
  MiniSearch: ({ documents }) => {
    const index = new MiniSearch({
      fields: [...searchedFields],
      searchOptions: {
        prefix: true,
        fuzzy: (term) => (term.length >= 4 ? 1 : false),
        combineWith: "AND",
        boost: { name: 4 },
      },
    });
    index.addAll(documents.map((document) => ({ id: document.id, ...fieldTexts(document) })));
    return (text) =>
      index
        .search(text)
        .slice(0, shown)
        .map(({ id }) => id as string);
  },
  FlexSearch: ({ documents }) => {
    const index = new FlexSearch.Index({ tokenize: "forward" });
    documents.forEach((document, i) => index.add(i, Object.values(fieldTexts(document)).join(" ")));
    return (text) => index.search(text, shown).map((i) => documents[i as number].id);
  },
  uFuzzy: ({ documents }) => {
    const texts = documents.map((document) => Object.values(fieldTexts(document)).join(" "));
    const fuzzy = new uFuzzy({ intraMode: 1 });
    return (text) => {
      // Out of order up to five words; ranked up to a thousand found.
      const [found, info, order] = fuzzy.search(texts, text, 5, 1000);
      const list = order && info ? order.map((i) => info.idx[i]) : (found ?? []);
      return list.slice(0, shown).map((i) => documents[i].id);
    };
  },
};

function own({ documents }: SuiteLibrary): { finder: Finder; store: IndexStore } {
  const store = new IndexStore();
  const finder = built("Fichier", () => {
    for (const document of documents) store.put(document);
    store.prepare();
    return (text, target) => recall(store, text, shown, { target, moment: aMoment }).hits.map(({ id }) => id);
  });
  return { finder, store };
}

/** Milliseconds of each key press, of queries typed letter by letter. */
function typing(queries: readonly SuiteQuery[], find: Find): number[] {
  const times: number[] = [];
  for (const { text, target } of queries)
    for (let length = 1; length <= text.length; length++) {
      const start = performance.now();
      find(text.slice(0, length), target);
      times.push(performance.now() - start);
    }
  return times;
}

/** Milliseconds that a changed card costs the index, and the first query after it. */
function changing(store: IndexStore, { documents }: SuiteLibrary): [put: number[], first: number[]] {
  const [put, first]: [number[], number[]] = [[], []];
  for (let i = 0; i < 40; i++) {
    const start = performance.now();
    store.put({ ...documents[i * 97], name: `Renamed in the bench ${i}` });
    put.push(performance.now() - start);
    const asked = performance.now();
    recall(store, "re", shown, { target: { medium: "audio", kind: "clip" }, moment: aMoment });
    first.push(performance.now() - asked);
  }
  return [put, first];
}

function timed<T>(run: () => T): { readonly result: T; readonly took: number } {
  const start = performance.now();
  const result = run();
  return { result, took: performance.now() - start };
}

/** What is found, how soon, and what that takes: beside three general-purpose search libraries, on the same cards and queries. */
export function benchSearch(): Promise<void> {
  for (const size of sizes) {
    const library = suiteLibrary(size);
    const { finder, store } = own(library);
    const finders = [finder];
    if (size <= largestForPeers)
      for (const [name, make] of Object.entries(peers)) finders.push(built(name, () => make(library)));
    const title = `${size.toLocaleString("en")} cards`;
    table(`${title}: hit@1 / hit@5 / mean of 1 / place, of ${queriesOfRule} queries each`, [
      ["", ...finders.map(({ name }) => name)],
      ...suiteRules.map((rule) => {
        const queries = suiteQueries(library, rule, queriesOfRule);
        return [
          rule,
          ...finders.map(({ find }) => {
            const { hit1, hit5, mrr } = relevanceOf(queries, find);
            return [hit1, hit5, mrr].map((share) => share.toFixed(3)).join(" / ");
          }),
        ];
      }),
    ]);
    const typed = suiteRules.flatMap((rule) => suiteQueries(library, rule, typedOfRule, 3));
    const times = finders.map(({ find }) => typing(typed, find));
    table(`${title}: a key press, evaluation alone (${times[0].length.toLocaleString("en")} presses)`, [
      ["", ...finders.map(({ name }) => name)],
      ["median", ...times.map((one) => ms(median(one)))],
      ["95 %", ...times.map((one) => ms(percentile(one, 0.95)))],
      ["worst", ...times.map((one) => ms(Math.max(...one)))],
      ["built", ...finders.map((one) => ms(one.built))],
      ["memory", ...finders.map((one) => `${Math.round(one.memory / 2 ** 20)} MB`)],
    ]);
    const saved = timed(() => store.save());
    const copied = timed(() => structuredClone(saved.result));
    const taken = timed(() => IndexStore.of(copied.result)!);
    const asked = timed(() =>
      recall(taken.result, "fog", shown, { target: { medium: "audio", kind: "clip" }, moment: aMoment }),
    );
    table(`${title}: the index from one visit to the next`, [
      ["put by", "copied, as a browser does", "taken up", "the first query of it"],
      [saved, copied, taken, asked].map(({ took }) => ms(took)),
    ]);
    const [put, first] = changing(store, library);
    table(`${title}: a card that changes`, [
      ["", "median", "worst"],
      ["taken in", ms(median(put)), ms(Math.max(...put))],
      ["the first query after it", ms(median(first)), ms(Math.max(...first))],
    ]);
  }
  return Promise.resolve();
}
