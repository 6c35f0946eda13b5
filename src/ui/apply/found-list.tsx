import { Box } from "@chakra-ui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { Fragment, memo, useLayoutEffect, useRef, type ReactNode } from "react";
import { pathsOf } from "@/core/library/tree";
import type { Shelf } from "@/core/library/shelf";
import type { CardHead } from "@/core/library/entities";
import type { Explanation } from "@/core/search/explain";
import { comparedAs, type Medium } from "@/core/media";
import type { Bench } from "../bench/use-bench";
import { sayMadeFor } from "@/core/library/variants";
import { useData } from "../data/desk";
import { ApplyRow, applyRowHeight, EffectRow } from "./apply-row";
import { Heading, headingHeight } from "./apply-parts";
import type { LikeHit } from "../state/bar/model";
import type { BarView } from "../state/bar/view";
import { sayApart, sayParts } from "./use-likeness";

/** Pixels: nine rows and the top of a tenth, which says that there are more. */
const listHeight = 9.4 * applyRowHeight;

/** The words that recall a card, as one text. */
const sayAliases = (shelf: Shelf, cardId: string): string =>
  shelf
    .aliasesOf(cardId)
    .map(({ text }) => text)
    .join(" ");

/** How far away a compared card is, for its row. */
function sayLiked(medium: Medium, hit: LikeHit | undefined) {
  if (!hit) return {};
  const strength = hit.strength === undefined ? "" : `${hit.strength} % · `;
  return { apart: `${strength}${sayApart(comparedAs(medium), hit.apart)}`, parts: sayParts(hit.apart) };
}

interface FoundListProps extends Pick<BarView, "query" | "hits" | "headings" | "effects" | "liked"> {
  /** Why a card answers to the query. */
  readonly why: (card: CardHead) => Explanation;
  /** The kind of the chosen target. */
  readonly kind: string;
  /** What it is, as far as cards are made for that. */
  readonly format: string;
  readonly chosen: number;
  /** The rows that are highlighted with it, `to` among them. */
  readonly from: number;
  readonly to: number;
  readonly narrow: boolean;
  readonly defaults: Bench["defaults"];
  /** With `upTo` it is only highlighted, and what lies between. */
  readonly onPick: (index: number, upTo: boolean) => void;
  readonly onGather: (index: number) => void;
  /** What is said where nothing is listed; null where something is. */
  readonly empty: ReactNode;
}

/**
 * The rows of the apply bar; only those in view are drawn. A part of its own, so that it is left alone while a letter waits
 * for its answer, and that scrolling draws nothing else.
 */
export const FoundList = memo(function FoundList({
  query,
  hits,
  headings,
  effects,
  liked,
  why,
  kind,
  format,
  chosen,
  from,
  to,
  narrow,
  defaults,
  onPick,
  onGather,
  empty,
}: FoundListProps) {
  const data = useData();
  const { replica, shelf } = data;
  const list = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: hits.length + effects.length,
    getScrollElement: () => list.current,
    estimateSize: (index) => applyRowHeight + (headings.has(index) ? headingHeight : 0),
    overscan: 2,
    initialRect: { width: 700, height: listHeight },
  });
  const measured = useRef(headings);
  useLayoutEffect(() => {
    if (measured.current !== headings) rows.measure();
    measured.current = headings;
  }, [rows, headings]);
  useLayoutEffect(() => {
    // Where the chosen row is in sight, nothing is asked of the page: that would have it laid out at every letter.
    const [from, height] = [rows.scrollOffset ?? 0, rows.scrollRect?.height ?? 0];
    const row = rows.measurementsCache[chosen];
    if (chosen >= 0 && !(row && row.start >= from && row.end <= from + height))
      rows.scrollToIndex(chosen, { align: "auto" });
  }, [rows, chosen, hits]);
  return (
    <Box
      ref={list}
      role="listbox"
      id="found-cards"
      aria-label="Cards found"
      aria-multiselectable="true"
      {...(narrow ? { flex: "1", minHeight: "0" } : { maxHeight: `min(${listHeight}px, 62vh)` })}
      overflowY="auto"
      data-query={query ?? undefined}
    >
      <Box role="none" position="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const heading = headings.get(index);
          const top = heading === undefined ? start : start + headingHeight;
          if (index >= hits.length) {
            const bare = effects[index - hits.length];
            return (
              <EffectRow
                key={bare.id}
                effect={bare}
                beginsAs={defaults.wordsOf(bare.id)}
                narrow={narrow}
                index={index}
                chosen={index >= from && index <= to}
                top={start}
                onPick={onPick}
                onGather={onGather}
              />
            );
          }
          const { hit, card } = hits[index];
          const row = (
            <ApplyRow
              key={card.id}
              card={card}
              hit={hit}
              {...sayLiked(card.medium, liked.get(card.id))}
              narrow={narrow}
              why={why(card)}
              index={index}
              chosen={index >= from && index <= to}
              path={pathsOf(replica.folder, [card.folderId, ...card.alsoIn])}
              memberId={data.member.id}
              kind={kind}
              madeFor={sayMadeFor(card.madeFor, format)}
              aliases={sayAliases(shelf, card.id)}
              boundTo={shelf.keyOf(card.id)}
              lists={shelf.listsOf(card.id)}
              tags={pathsOf(replica.tag, card.tagIds)}
              top={top}
              onPick={onPick}
              onGather={onGather}
            />
          );
          return heading === undefined ? (
            row
          ) : (
            <Fragment key={card.id}>
              <Heading top={start}>{heading}</Heading>
              {row}
            </Fragment>
          );
        })}
      </Box>
      {empty !== null && (
        <Box px="16px" py="16px" color="cardMuted">
          {empty}
        </Box>
      )}
    </Box>
  );
});
