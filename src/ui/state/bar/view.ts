import { draftChain } from "@/core/chain/draft";
import type { Chain } from "@/core/chain/model";
import { putOn, wayOf } from "@/core/chain/ways";
import type { EffectDefinition } from "@/core/effects/define";
import type { Replica } from "@/core/library/change";
import type { CardHead, EntityRows, Routine } from "@/core/library/entities";
import { pathOf } from "@/core/library/tree";
import { effectsBegun } from "@/core/search/bare-effects";
import { completions, type Completion } from "@/core/search/complete";
import { fitsTarget } from "@/core/search/document";
import type { Medium } from "@/core/media";
import type { Node } from "@/core/search/query/model";
import { parseQuery } from "@/core/search/query/parse";
import { termsOf } from "@/core/search/query/print";
import type { RecallHit, RecallResult } from "@/core/search/recall";
import { regrouped } from "@/core/search/regroup";
import { fold } from "@/core/text/fold";
import { findScope } from "../places";
import { remembered } from "../remembered";
import type { Around, BarQuestion, BarRow, BarState, Heard, LikeHit, LikeWhat, Scope } from "./model";

/** Cards that are asked for. */
const mostRows = 200;
/** Effects that are shown below the cards. */
const mostEffects = 6;

const nothing: RecallResult = { hits: [], matches: 0, fitting: 0, variants: 0, hidden: 0 };

/** Only words, which are marked where they are found and need not be shown apart. */
export const isPlain = (root: Node | null): boolean =>
  root === null ||
  (root.kind === "term" && !root.term.isPhrase) ||
  (root.kind === "all" && root.of.every((part) => part.kind === "term" && !part.term.isPhrase));

/** The aliases that are just what is typed, one's own before the team's. */
function aliasesCalled(typed: string, { alias }: Replica): EntityRows["alias"][] {
  const word = fold(typed.trim());
  if (word === "") return [];
  return [...alias.values()]
    .filter(({ text }) => fold(text) === word)
    .sort((a, b) => Number(a.ownerId === null) - Number(b.ownerId === null));
}

/** Whether what is typed is an alias, and no other one begins so. */
export function isWholeAlias(typed: string, { alias }: Pick<Replica, "alias">): boolean {
  const word = fold(typed.trim());
  const begun =
    word === ""
      ? []
      : [...alias.values()].map(({ text }) => fold(text)).filter((text) => text.startsWith(word));
  return begun.length > 0 && begun.every((text) => text === word);
}

/** A question mark behind a scope's alias, or alone within a scope: it asks for one card of it, at random. */
const atRandom = /\?\s*$/;

/** Whether what is typed asks for one card at random of a scope; `isWithin`: the bar looks within one already. */
export const drawsFrom = (typed: string, replica: Replica, isWithin: boolean): boolean =>
  atRandom.test(typed) &&
  (calledBy(typed, replica).scope !== undefined || (isWithin && typed.trim() === "?"));

/** The scope or routine that an alias recalls. */
interface Called {
  readonly scope: Scope | undefined;
  readonly routine: Routine | undefined;
}

function calledBy(typed: string, replica: Replica): Called {
  if (atRandom.test(typed)) {
    const { scope } = calledBy(typed.replace(atRandom, ""), replica);
    if (scope) return { scope, routine: undefined };
  }
  const aliases = aliasesCalled(typed, replica);
  const scope = aliases.flatMap(({ searchId, folderId }) => {
    const id = searchId ?? folderId;
    return (id && findScope(id, replica)) || [];
  })[0] as Scope | undefined;
  const routine = aliases
    .flatMap(({ routineId }) => replica.routine.get(routineId ?? "") ?? [])
    .find(({ removed }) => !removed);
  return { scope, routine };
}
const nobody: Called = { scope: undefined, routine: undefined };

/** The question for some words, for the selected target and within a scope. */
export function questionOf(words: string, { target }: Around, scope: Scope | undefined): BarQuestion {
  const { medium, kind, format, prefers } = target;
  return {
    query: words,
    target: { medium, kind, ...(format && { format }), ...(prefers && { prefers }) },
    limit: mostRows,
    ...(scope && { within: scope.query }),
  };
}
export const keyOf = (question: BarQuestion): string => JSON.stringify(question);

/** Below the cards: effects that begin so, where nothing but words is asked for. */
export function effectsFor(
  { query, target, within }: BarQuestion,
  hidden: Around["hidden"],
): readonly EffectDefinition[] {
  const { root } = parseQuery(query);
  return root && isPlain(root) && within === undefined
    ? effectsBegun(query, target.medium)
        .filter(({ id }) => !hidden.has(id))
        .slice(0, mostEffects)
    : [];
}

/** A card that was found, and whether it fits what is selected. */
interface FoundRow {
  readonly card: CardHead;
  readonly hit: RecallHit;
}

/** All that follows from what the bar holds and what is around it. */
export interface BarView {
  readonly scope: Scope | undefined;
  /** The scope that the typed text is an alias of, also with a question mark behind it. */
  readonly called: Scope | undefined;
  /** One card of `called`, or else of `scope`, is asked for, at random. */
  readonly isDrawing: boolean;
  readonly routine: Routine | undefined;
  readonly read: ReturnType<typeof parseQuery>;
  readonly terms: ReturnType<typeof termsOf>;
  readonly completion: Completion | undefined;
  /** The present question. */
  readonly question: BarQuestion;
  /** The words that the rows answer to; null where there is no answer yet. */
  readonly query: string | null;
  readonly result: RecallResult;
  readonly hits: readonly FoundRow[];
  /** By the place of the first row below. */
  readonly headings: ReadonlyMap<number, string>;
  readonly effects: readonly EffectDefinition[];
  readonly liked: ReadonlyMap<string, LikeHit>;
  /** Whether the rows answer to what was typed last. */
  readonly isAnswered: boolean;
  readonly count: number;
  /** −1 where there is no row. */
  readonly chosen: number;
  /** The highlighted rows: from `chosen` to the row where highlighting began. */
  readonly from: number;
  readonly to: number;
  readonly card: CardHead | undefined;
  readonly effect: EffectDefinition | undefined;
  /** Nothing was looked for yet: what Enter puts on is the draft. */
  readonly isDraftNext: boolean;
}

/** The rows from one to another one, which is among them. */
export const rowsBetween = ({ hits, effects }: BarView, first: number, last: number): BarRow[] =>
  [...hits.map(({ card }) => card), ...effects].slice(first, last + 1);

/** A function that says what follows from a bar's state, and computes of it what has changed. */
export function barView(): (state: BarState, around: Around) => BarView {
  const scopeOf = remembered((id: string | undefined, stage: Scope | undefined, replica: Replica) =>
    id === undefined ? undefined : id === stage?.id ? stage : findScope(id, replica),
  );
  const called = remembered((typed: string, what: LikeWhat | null, replica: Replica) =>
    what ? nobody : calledBy(typed, replica),
  );
  const drawing = remembered(drawsFrom);
  const reading = remembered(parseQuery);
  const terms = remembered(termsOf);
  const completing = remembered(completions);
  const questionNow = remembered(questionOf);
  const keyed = remembered(keyOf);
  const likedBy = remembered(
    (hits: readonly LikeHit[] | null) => new Map(hits?.map((hit) => [hit.id, hit] as const)),
  );
  const effectsNow = remembered((question: BarQuestion | null, hidden: Around["hidden"]) =>
    question ? effectsFor(question, hidden) : [],
  );
  const recalled = remembered(
    (
      { hits }: RecallResult,
      cards: Replica["card"],
      folders: Replica["folder"],
      grouping: BarState["grouping"],
    ) =>
      regrouped(
        hits.flatMap((hit): FoundRow[] => {
          const card = cards.get(hit.id);
          return card ? [{ card, hit }] : [];
        }),
        grouping,
        ({ folderId }) => pathOf(folders, folderId),
      ),
  );
  const compared = remembered(
    (
      { hits }: Around["likes"],
      matching: Around["matching"],
      cards: Replica["card"],
      medium: Medium,
      kind: string,
    ) => {
      const rows = (hits ?? []).flatMap(({ id }): FoundRow[] => {
        const card = !matching || matching.result.has(id) ? cards.get(id) : undefined;
        return card ? [{ card, hit: { id, fits: fitsTarget(card, { medium, kind }) } }] : [];
      });
      // Rows of a comparison stand in the order of their distances.
      return regrouped(rows, null, () => "");
    },
  );
  return (state, around) => {
    const { typed, what } = state;
    const { replica, likes, matching, hidden, draft } = around;
    const scope = scopeOf(state.scopeId, around.stage, replica);
    const { scope: calledScope, routine } = called(typed, what, replica);
    const question = questionNow(typed, around, scope);
    // An answer for another scope is no answer here.
    const answer = state.answer?.question.within === question.within ? state.answer : null;
    const result = answer?.result ?? nothing;
    const { rows: hits, headings } = what
      ? compared(likes, matching, replica.card, around.target.medium, around.target.kind)
      : recalled(result, replica.card, replica.folder, state.grouping);
    const effects = effectsNow(what ? null : (answer?.question ?? null), hidden);
    const count = hits.length + effects.length;
    const chosen = Math.min(state.at, count - 1);
    const anchor = state.anchor ?? chosen;
    const read = reading(typed);
    return {
      scope,
      called: calledScope,
      isDrawing: !what && drawing(typed, replica, scope !== undefined),
      routine,
      read,
      terms: terms(read.root),
      completion: completing(typed, state.caret, around.vocabulary)[0],
      question,
      query: answer?.question.query ?? null,
      result,
      hits,
      headings,
      effects,
      liked: likedBy(likes.hits),
      isAnswered: what
        ? likes.hits !== null && (typed.trim() === "" || matching?.asked === typed)
        : answer !== null && keyOf(answer.question) === keyed(question),
      count,
      chosen,
      from: Math.min(anchor, chosen),
      to: Math.min(Math.max(anchor, chosen), count - 1),
      card: hits[chosen]?.card,
      effect: effects[chosen - hits.length],
      isDraftNext: draft.parts.length > 0 && typed === "" && !state.isTouched && !what && !scope,
    };
  };
}

/**
 * Whether the next keys wait for what comes of a press: Enter that waits for its rows, a card at random. Another letter
 * takes back what the last letter of an alias has begun.
 */
export const keysFollow = ({ waiting, drawing }: Pick<BarState, "waiting" | "drawing">): boolean =>
  drawing !== null || (waiting !== null && !waiting.isLetter);

/** The strength (percent) at which a row comes nearest to what the cards are compared with. */
export const nearestOf = ({ liked }: BarView, row: CardHead | undefined): number | undefined =>
  row && liked.get(row.id)?.strength;

/**
 * The audition of the bar: the draft and the chosen row, of which `chain` is the
 * content, on the chain of what leads; null: as it is.
 */
export function heardOf(
  { isTouched, strength }: Pick<BarState, "isTouched" | "strength">,
  {
    draft,
    lead,
    target,
    way,
    settingAt,
  }: Pick<Around, "draft" | "lead" | "way" | "settingAt"> & {
    readonly target: Pick<Around["target"], "medium">;
  },
  { effect }: Pick<BarView, "effect">,
  chain: Chain | undefined,
): Heard | null {
  const put = isTouched && chain ? chain.settings : [];
  const together = draft.parts.length === 0 ? put : [...draftChain(draft).settings, ...put];
  if (together.length === 0 || lead?.chain.medium !== target.medium) return null;
  // An effect by itself stands for no chain: it is added to what is there.
  const how = effect && draft.parts.length === 0 ? "after" : way;
  return {
    chain: putOn(lead.chain, { medium: target.medium, settings: together }, how, settingAt ?? undefined),
    strength: wayOf(how).keepsStrength ? lead.strength : strength,
  };
}

/** The last list in words; null where nothing was looked for. */
export function sayListed({ typed, isTouched, what }: BarState, scope: Scope | undefined): string | null {
  if (!isTouched && !what && !scope) return null;
  if (scope) return scope.name;
  if (what) return "like what was compared";
  return typed.trim() === "" ? "what you use" : `“${typed.trim()}”`;
}
