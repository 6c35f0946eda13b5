import { Box } from "@chakra-ui/react";
import { useEffect, useMemo } from "react";
import type { CardHead } from "@/core/library/entities";
import { cardDocument } from "@/core/search/documents";
import { explain } from "@/core/search/explain";
import { useContent } from "../data/contents";
import { useData, useDesk } from "../data/desk";
import type { LibraryPlace } from "../state/places";
import { CardPanel } from "./card-panel";
import { TriedCard } from "./tried-card";
import { useFewestKeys } from "./use-fewest-keys";
import { WhatItDoes } from "./what-it-does";

interface ChosenColumnProps {
  /** Undefined where none is chosen. */
  readonly card: CardHead | undefined;
  /** The text of the filter, and the query of the search that the table shows. */
  readonly typed: string;
  readonly query: string | undefined;
  readonly isTrying: boolean;
  readonly isWithout: boolean;
  readonly onPlace: (place: LibraryPlace) => void;
}

/** Why the card answers to what is asked; undefined where nothing is. */
function useWhyHere(card: CardHead | undefined, typed: string, query: string | undefined) {
  const { replica, shelf, habitsOf, member } = useData();
  return useMemo(() => {
    const asked = typed.trim() || (query ?? "");
    return card && asked !== ""
      ? explain(
          cardDocument(card, { known: replica, shelf, habitsOf }, member.id),
          asked,
          typed.trim() === "" ? "exact" : "beginnings",
        )
      : undefined;
  }, [card, query, typed, replica, shelf, habitsOf, member.id]);
}

function Chosen({
  card,
  typed,
  query,
  isTrying,
  isWithout,
  onPlace,
}: ChosenColumnProps & { card: CardHead }) {
  const { library, act } = useDesk();
  const data = useData();
  const { contents } = library;
  const content = useContent(contents, card.fingerprint);
  const fewest = useFewestKeys(card);
  const why = useWhyHere(card, typed, query);
  return (
    <>
      <CardPanel
        card={card}
        content={content}
        onAgain={() => contents.ahead([card.fingerprint])}
        data={data}
        fewest={fewest}
        why={why}
        onRemoveAlias={(aliasId) => void act("remove-alias", { aliasId })}
        onFreeKey={(key) => void act("bind-key", { key, cardId: null })}
        onPlace={onPlace}
      />
      {isTrying && <TriedCard medium={card.medium} chain={content.chain} without={isWithout} />}
      {content.chain && <WhatItDoes chain={content.chain} />}
    </>
  );
}

/** The column at the right: the chosen card, what it makes of some material, and what it does. */
export function ChosenColumn({ card, ...rest }: ChosenColumnProps) {
  return (
    <Box
      as="aside"
      aria-label="Chosen card"
      data-subject="card"
      data-subject-name={card?.name}
      bg="panel"
      p="16px 16px"
      overflowY="auto"
      minHeight="0"
    >
      {card ? <Chosen card={card} {...rest} /> : <Box color="muted">Choose a card to see what is on it.</Box>}
    </Box>
  );
}

/** While cards are tried one after another, fetches the contents around the one that is at a place of the order. */
export function useTriedAhead(isTrying: boolean, order: readonly string[], at: number): void {
  const { contents } = useDesk().library;
  const cards = useData(({ replica }) => replica.card);
  useEffect(() => {
    if (isTrying)
      contents.ahead(
        order.slice(Math.max(0, at - 2), at + 4).flatMap((id) => cards.get(id)?.fingerprint ?? []),
      );
  }, [isTrying, at, order, contents, cards]);
}
