import { Box } from "@chakra-ui/react";
import { useMemo } from "react";
import { cardDocument } from "@/core/search/documents";
import { explain } from "@/core/search/explain";
import { useContent } from "../data/contents";
import { useData, useDesk } from "../data/desk";
import { CardPanel } from "./card-panel";
import { useShown } from "./library-context";
import { TriedCard } from "./tried-card";
import { useCard } from "./use-card";
import { WhatItDoes } from "./what-it-does";

/** Why the card answers to what is asked; undefined where nothing is. */
function useWhyHere(id: string) {
  const typed = useShown((view) => view.typed);
  const query = useShown((view) => view.search?.query ?? "");
  const isFiltered = typed.trim() !== "";
  const asked = isFiltered ? typed.trim() : query;
  const data = useData((data) => (asked === "" ? null : data));
  return useMemo(() => {
    if (!data) return undefined;
    const { replica, shelf, habitsOf, member } = data;
    const card = replica.card.get(id);
    if (!card) return undefined;
    const document = cardDocument(card, { known: replica, shelf, habitsOf }, member.id);
    return explain(document, asked, isFiltered ? "beginnings" : "exact");
  }, [id, asked, isFiltered, data]);
}

function Chosen({ id }: { readonly id: string }) {
  const { contents } = useDesk().library;
  const fingerprint = useCard(id, (card) => card.fingerprint);
  const medium = useCard(id, (card) => card.medium);
  const content = useContent(contents, fingerprint);
  const isTrying = useShown((view) => view.isTrying);
  const isWithout = useShown((view) => view.isWithout);
  return (
    <>
      <CardPanel
        id={id}
        content={content}
        onAgain={() => contents.ahead(fingerprint === undefined ? [] : [fingerprint])}
        why={useWhyHere(id)}
      />
      {isTrying && medium && <TriedCard medium={medium} chain={content.chain} without={isWithout} />}
      {content.chain && <WhatItDoes chain={content.chain} />}
    </>
  );
}

/** The column at the right: the chosen card, what it makes of some material, and what it does. */
export function ChosenColumn() {
  const card = useShown((view) => view.card);
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
      {card ? <Chosen id={card.id} /> : <Box color="muted">Choose a card to see what is on it.</Box>}
    </Box>
  );
}
