import { useCallback, useMemo } from "react";
import { pathOf } from "@/core/library/tree";
import type { CardHead } from "@/core/library/entities";
import { effectsBegun } from "@/core/search/bare-effects";
import { fitsTarget } from "@/core/search/document";
import { cardDocument, type Shelved } from "@/core/search/documents";
import { explain, type Explanation } from "@/core/search/explain";
import type { Node } from "@/core/search/query/model";
import { parseQuery } from "@/core/search/query/parse";
import { regrouped } from "@/core/search/regroup";
import { searchTarget } from "../bench/search-target";
import type { Bench } from "../bench/use-bench";
import { useDesk } from "../data/desk";
import { useHidden } from "../keeping/use-hidden";
import { useMatching } from "../library/use-matching";
import { useLikeness, type LikeWhat } from "./use-likeness";
import { useRecall } from "./use-recall";

const mostRows = 200;
/** Effects that are shown below the cards. */
const mostEffects = 6;

/** Why each card was found by a query: looked up for those that are seen, once. */
function explained(query: string, copy: Shelved, memberId: string): (card: CardHead) => Explanation {
  const known = new Map<string, Explanation>();
  return (card) => {
    let why = known.get(card.id);
    if (!why) known.set(card.id, (why = explain(cardDocument(card, copy, memberId), query)));
    return why;
  };
}

/** Only words, which are marked where they are found and need not be shown apart. */
export const isPlain = (root: Node | null): boolean =>
  root === null ||
  (root.kind === "term" && !root.term.isPhrase) ||
  (root.kind === "all" && root.of.every((part) => part.kind === "term" && !part.term.isPhrase));

interface Asked {
  readonly typed: string;
  /** The query of what it looks within. */
  readonly within: string | undefined;
  /** What the cards are to be like; else they are found by words. */
  readonly what: LikeWhat | null;
}

/** The rows of the apply bar: cards that were found or compared, under headings where they are put together, and effects. */
export function useRows(bench: Bench, { typed, within, what }: Asked) {
  const { data, finder } = useDesk();
  const { replica, shelf, habitsOf } = data;
  const grouping = data.member.settings.barGrouping ?? null;
  const { effects: hidden } = useHidden();
  const target = searchTarget(bench, data.member.settings);
  const { medium, kind } = target;
  const { query, result } = useRecall(typed, target, mostRows, within);
  const likes = useLikeness(what, bench);
  const { ids: matching, query: filtered } = useMatching(what ? typed : "");
  const found = useMemo(() => {
    const compared = (likes.hits ?? []).filter(({ id }) => !matching || matching.has(id));
    return (what ? compared : result.hits).flatMap((found) => {
      const card = replica.card.get(found.id);
      if (!card) return [];
      return {
        card,
        hit: "fits" in found ? found : { id: card.id, fits: fitsTarget(card, { medium, kind }) },
      };
    });
  }, [what, likes.hits, matching, result, replica.card, medium, kind]);
  const { rows: hits, headings } = useMemo(
    // What is compared stands in the order of its distances.
    () => regrouped(found, what ? null : grouping, ({ folderId }) => pathOf(replica.folder, folderId)),
    [found, what, grouping, replica.folder],
  );
  const liked = useMemo(() => new Map(likes.hits?.map((hit) => [hit.id, hit])), [likes.hits]);
  const why = useMemo(
    () => explained(query ?? "", { known: replica, shelf, habitsOf }, data.member.id),
    [query, replica, shelf, habitsOf, data.member.id],
  );
  /** Below the cards: effects that begin so, where nothing but words is asked for. */
  const effectsOf = useCallback(
    (words: string) => {
      const { root } = parseQuery(words);
      return root && isPlain(root) && within === undefined && !what
        ? effectsBegun(words, medium)
            .filter(({ id }) => !hidden.has(id))
            .slice(0, mostEffects)
        : [];
    },
    [within, what, medium, hidden],
  );
  const effects = useMemo(() => effectsOf(query ?? ""), [effectsOf, query]);
  /** What other words would be answered with; only the first of the cards. */
  const ask = async (words: string) => {
    const { format, prefers } = target;
    const result = await finder.ask("recall", {
      query: words,
      target: { medium, kind, ...(format && { format }), ...(prefers && { prefers }) },
      limit: 1,
      ...(within !== undefined && { within }),
    });
    return { result, effects: effectsOf(words) };
  };
  /** Whether the rows are those of what was typed last. */
  const isAnswered = what
    ? likes.hits !== null && (typed.trim() === "" || filtered === typed)
    : query === typed;
  return { target, query, isAnswered, result, hits, headings, effects, likes, liked, why, ask };
}
