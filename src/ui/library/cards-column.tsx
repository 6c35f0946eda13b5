import { Box, chakra, HStack, Input } from "@chakra-ui/react";
import { useMemo, type RefObject } from "react";
import { combination } from "@/core/keys/combination";
import { count } from "@/core/library/words";
import { missingIn } from "@/core/search/query/missing";
import { parseQuery } from "@/core/search/query/parse";
import { useData } from "../data/desk";
import { useVocabulary } from "../data/vocabulary";
import { passOn } from "../keys/held-keys";
import { CardsComing } from "../parts/cards-coming";
import { KeyCap } from "../parts/key-cap";
import { placeName, type LibraryPlace } from "../state/places";
import { CardTable } from "./card-table";
import { useLibrary, useShown } from "./library-context";
import { useToBench } from "./use-to-bench";

/** Why a place shows nothing, and what to do about it. */
function sayEmpty({ kind }: LibraryPlace, typed: string, isIndexed: boolean): string {
  if (typed && !isIndexed) return `Nothing read so far answers to “${typed}”.`;
  if (typed) return `Nothing here answers to “${typed}”.`;
  if (kind === "search") return "No card answers to this search.";
  if (kind === "list") return "Nothing on this list yet. Press F and its letter on a card to put it here.";
  if (kind === "tag") return "No card has this tag. Press T on a card to tag it.";
  if (kind === "all") return "No cards yet. Shape something on the bench and keep it.";
  return "Nothing is filed here.";
}

/** Why the table is empty, or that its cards are on their way. */
function Empty() {
  const arriving = useData((data) => data.arriving);
  const place = useShown((view) => view.place);
  const typed = useShown((view) => view.typed);
  const isIndexed = useShown((view) => view.isIndexed);
  return arriving ? <CardsComing /> : sayEmpty(place, typed, isIndexed);
}

/** The name of the place, and the number of its cards that are shown. */
function PlaceTitle() {
  const place = useShown((view) => view.place);
  const name = useData(({ replica }) => placeName(place, replica));
  const isComing = useShown((view) => view.isComing);
  const arriving = useData((data) => data.arriving);
  const cards = useShown((view) => view.ids.length);
  return (
    <HStack gap="10px" alignItems="baseline" minWidth="0">
      <chakra.h1 textStyle="screenTitle" truncate title={name}>
        {name}
      </chakra.h1>
      <chakra.span color="muted" whiteSpace="nowrap" aria-live="polite">
        {arriving || isComing ? "…" : count(cards, "card")}
      </chakra.span>
    </HStack>
  );
}

/** Sentences about names in the open search's query that do not exist. */
function Missing({ query }: { readonly query: string }) {
  const vocabulary = useVocabulary();
  const missing = useMemo(() => missingIn(parseQuery(query), vocabulary), [query, vocabulary]);
  if (missing.length === 0) return null;
  return (
    <Box px="12px" pb="8px" fontSize="sm" color="muted" role="status">
      {`${missing.join(" ")} The search goes on without it.`}
    </Box>
  );
}

interface CardsColumnProps {
  readonly filter: RefObject<HTMLInputElement | null>;
  readonly table: RefObject<HTMLDivElement | null>;
}

/** The column in the middle: what place it is, the filter, and the table of its cards. */
export function CardsColumn({ filter, table }: CardsColumnProps) {
  const { type } = useLibrary();
  const typed = useShown((view) => view.typed);
  const query = useShown((view) => view.search?.query);
  return (
    <Box
      as="section"
      aria-label="Cards of the place"
      display="flex"
      flexDirection="column"
      minHeight="0"
      pt="16px"
      px="10px"
    >
      <HStack justifyContent="space-between" px="12px" pb="12px" gap="16px">
        <PlaceTitle />
        <HStack gap="6px" flexShrink={0}>
          <Input
            ref={filter}
            aria-label="Filter cards"
            placeholder="Filter"
            size="sm"
            width="190px"
            fontFamily="mono"
            bg="raised"
            borderColor="rule"
            borderRadius="part"
            value={typed}
            onChange={(event) => type(event.target.value)}
            onKeyDown={(event) => {
              const keys = combination(event);
              const isExtending = keys === "Shift+ArrowDown";
              if (!isExtending && !["Escape", "Enter", "ArrowDown"].includes(keys)) return;
              if (keys === "Escape") type("");
              event.preventDefault();
              table.current?.focus();
              // From the first row on, once that is there.
              if (isExtending) passOn(event.nativeEvent);
            }}
          />
          <KeyCap keys="/" />
        </HStack>
      </HStack>
      {query !== undefined && <Missing query={query} />}
      <CardTable ref={table} label="Cards" empty={<Empty />} onOpen={useToBench()} />
    </Box>
  );
}
