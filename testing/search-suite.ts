import { randomFrom } from "../demo/random";
import type { SearchDocument, SearchTarget } from "../src/core/search/document";
import { queryWords } from "../src/core/search/tokens";
import { effectsFor } from "../src/core/effects/registry";
import { aDocument } from "./documents";

/*
 * A library as a team's may be, and what people would type to find cards in it. Both follow rules that were fixed before
 * ranking was tuned by what they show (docs/decisions/0034); the seeds are part of the rules.
 */

const list = (text: string) => text.trim().split(/\s+/);
const qualities = list(`
  warm cold wide narrow near far dry wet bright dull soft hard thin thick deep shallow slow quick loose tight clean rough
  dark pale heavy light long short quiet loud open closed early late old new round flat plain rich gentle harsh broad`);
const spaces = list(`
  harbour quay hall cellar loft yard stair tunnel chapel kitchen cabin bridge hold engine boathouse lighthouse shed barn
  meadow beach dune marsh cave pier slipway attic corridor garage booth studio plate spring chamber room church courtyard`);
const subjects = list(`
  gull tern foghorn ferry winch rope anchor bell buoy lamp sail hull plank hammer saw kettle radio phone speaker voice
  narration choir drum piano fiddle whistle wave surf wind rain thunder fog mist dawn dusk noon midnight ring net boot
  gravel shingle sand rock kelp heron seal otter crab lobster tide swell spray squall breeze storm sleet frost thaw`);
const treatments = list(`
  echo delay reverb plate hall slap tape gate duck glue punch air body bite edge sparkle shimmer bloom haze glow fade
  tint wash grade bleach sepia selenium copper cyan contrast curve grain vignette leak blur sharpen lift roll trim`);
const makers = list(`
  Fog Gannet Slipway Northquay Tern Causeway Halyard Lampblack Ropewalk Saltpan Skerry Wrack Bollard Keelson Limpet
  Marram Ebb Dunlin Petrel Shearwater Fulmar Razorbill Turnstone Whimbrel`);

export interface SuiteLibrary {
  readonly documents: readonly SearchDocument[];
  /** Cards that the member uses, the most used first. */
  readonly used: readonly SearchDocument[];
}

const capital = (text: string) => text[0].toUpperCase() + text.slice(1);

/** A library of so many cards, a twentieth of as many folders, and one member's habits. The same for the same seed. */
export function suiteLibrary(count: number, seed = 1): SuiteLibrary {
  const random = randomFrom(seed);
  const one = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)];
  // The common is more common than the rare.
  const often = <T>(of: readonly T[]): T => of[Math.floor(random() ** 2 * of.length)];
  const patterns: (() => string)[] = [
    () => `${capital(often(qualities))} ${often(spaces)} ${often(treatments)}`,
    () => `${capital(often(subjects))} ${often(treatments)}, ${often(qualities)}`,
    () => `${capital(often(qualities))} ${often(qualities)} ${often(subjects)} ${often(treatments)}`,
    () => `${capital(often(spaces))} ${often(subjects)} ${Math.ceil(random() * 12)}`,
    () => `${capital(often(treatments))} for ${often(subjects)} in ${often(spaces)}`,
    () =>
      `${capital(often(spaces))}${capital(often(treatments))}${Math.ceil(random() * 9)} ${often(qualities)}`,
    () => `${capital(often(subjects))}, ${often(qualities)} and ${often(qualities)}`,
  ];
  const folders = Array.from({ length: Math.ceil(count / 500) }, () => {
    const top = capital(one(spaces));
    return Array.from({ length: 25 }, () => [top, `${capital(one(subjects))} ${one(treatments)}`] as const);
  }).flat();
  const effects = { audio: effectsFor("audio"), image: effectsFor("image") } as const;
  const kinds = { audio: ["clip", "track", "bus", "return", "output"], image: ["photo"] } as const;
  const documents: SearchDocument[] = [];
  for (let i = 0; i < count; i++) {
    const medium = random() < 0.6 ? "audio" : "image";
    const layer = random() < 0.5 ? "supplied" : "team";
    const isOwn = layer === "team" && random() < 0.15;
    const isFavourite = random() < 0.01;
    const alias =
      random() < 0.02 ? [`${one(subjects).slice(0, 2)}${one(treatments).slice(0, 1)}${i % 100}`] : [];
    documents.push(
      aDocument({
        id: `card-${String(i).padStart(7, "0")}`,
        name: one(patterns)(),
        ownAliases: random() < 0.5 ? alias : [],
        teamAliases: random() < 0.5 ? [] : alias,
        folder: random() < 0.05 ? [] : one(folders),
        maker: layer === "supplied" ? often(makers) : "",
        effects: Array.from({ length: 1 + Math.floor(random() * 4) }, () => one(effects[medium]).id),
        note: random() < 0.1 ? `For ${one(subjects)} by the ${one(spaces)}, ${one(qualities)}.` : "",
        medium,
        fits: random() < 0.4 ? [one(kinds[medium])] : [],
        layer,
        origin: isOwn || isFavourite ? 0 : layer === "team" ? 1 : 2,
        isFavourite,
      }),
    );
  }
  // One in fifty is used, few of them much; what is one's own or a favourite sooner than the rest.
  const used: SearchDocument[] = [];
  for (const [i, document] of documents.entries()) {
    if (random() >= (document.origin === 0 ? 0.2 : 0.012)) continue;
    const score = 170 + 12 * random() ** 2;
    const kind = document.fits[0] ?? one(kinds[document.medium as "audio" | "image"]);
    documents[i] = { ...document, used: document.added, habit: { [kind]: score } };
    used.push(documents[i]);
  }
  used.sort((a, b) => Math.max(...Object.values(b.habit)) - Math.max(...Object.values(a.habit)));
  return { documents, used };
}

export interface SuiteQuery {
  readonly text: string;
  readonly wanted: SearchDocument;
  readonly target: SearchTarget;
}

/** What people would type for a card, by a rule each; null where the rule does not apply to it. */
const rules = {
  /** Three letters of each word, in any order. */
  beginnings: (words, random) =>
    shuffled(words, random)
      .map((word) => word.slice(0, 3))
      .join(" "),
  /** The same, with one word left out. */
  "dropped words": (words, random) => {
    if (words.length < 3) return null;
    const out = Math.floor(random() * words.length);
    return shuffled(
      words.filter((_, i) => i !== out),
      random,
    )
      .map((word) => word.slice(0, 3))
      .join(" ");
  },
  /** The first letter of each word, in order. */
  initials: (words) => (words.length < 3 ? null : words.map((word) => word[0]).join("")),
  /** All words, of which one has a wrong, a missing, a doubled or two swapped letters, not the first. */
  "one typo": (words, random) => {
    const long = words.flatMap((word, i) => (word.length >= 5 && /^[a-z]+$/.test(word) ? [i] : []));
    if (long.length === 0) return null;
    const at = long[Math.floor(random() * long.length)];
    return words.map((word, i) => (i === at ? mistyped(word, random) : word)).join(" ");
  },
  /** An alias, whole. */
  aliases: (_, __, { ownAliases, teamAliases }) => ownAliases[0] ?? teamAliases[0] ?? null,
} satisfies Record<
  string,
  (words: readonly string[], random: () => number, card: SearchDocument) => string | null
>;

export type SuiteRule = keyof typeof rules;
export const suiteRules = Object.keys(rules) as SuiteRule[];

function shuffled<T>(of: readonly T[], random: () => number): T[] {
  return of
    .map((value) => ({ value, at: random() }))
    .sort((a, b) => a.at - b.at)
    .map(({ value }) => value);
}

function mistyped(word: string, random: () => number): string {
  const at = 1 + Math.floor(random() * (word.length - 1));
  const letter = "abcdefghijklmnopqrstuvwxyz"[Math.floor(random() * 26)];
  switch (Math.floor(random() * 4)) {
    case 0:
      return word.slice(0, at) + letter + word.slice(at + 1);
    case 1:
      return word.slice(0, at) + word.slice(at + 1);
    case 2:
      return word.slice(0, at) + word[at] + word.slice(at);
    default:
      return at + 1 < word.length
        ? word.slice(0, at) + word[at + 1] + word[at] + word.slice(at + 2)
        : word.slice(0, at) + word.slice(at + 1);
  }
}

/** So many queries of a rule, for cards that the member uses, each on a kind of target that they use it on. */
export function suiteQueries({ used }: SuiteLibrary, rule: SuiteRule, count: number, seed = 2): SuiteQuery[] {
  const random = randomFrom(seed);
  const queries: SuiteQuery[] = [];
  for (let tries = 0; queries.length < count && tries < count * 1000; tries++) {
    // The more a card is used, the more it is asked for.
    const wanted = used[Math.floor(random() ** 1.5 * used.length)];
    const text = rules[rule](queryWords(wanted.name), random, wanted);
    if (text !== null)
      queries.push({
        text,
        wanted,
        target: { medium: wanted.medium, kind: Object.keys(wanted.habit)[0] },
      });
  }
  return queries;
}

export interface Relevance {
  /** Shares of the queries whose card came first, or among the first five; and the mean of 1 / place. */
  readonly hit1: number;
  readonly hit5: number;
  readonly mrr: number;
}

/** How well something finds: `find` gives ids, the best first. */
export function relevanceOf(
  queries: readonly SuiteQuery[],
  find: (text: string, target: SearchTarget) => readonly string[],
): Relevance {
  const places = queries.map(({ text, target, wanted }) => find(text, target).indexOf(wanted.id));
  const share = (is: (place: number) => boolean) => places.filter(is).length / queries.length;
  return {
    hit1: share((place) => place === 0),
    hit5: share((place) => place >= 0 && place < 5),
    mrr: places.reduce((sum, place) => sum + (place < 0 ? 0 : 1 / (place + 1)), 0) / queries.length,
  };
}
