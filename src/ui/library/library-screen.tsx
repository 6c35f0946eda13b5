"use client";

import { usualMedium } from "@/core/media";
import { Box, chakra, HStack, Input } from "@chakra-ui/react";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { pathOf } from "@/core/library/tree";
import type { Shelf } from "@/core/library/shelf";
import type { CardHead } from "@/core/library/entities";
import { count } from "@/core/library/words";
import { Columns } from "../parts/columns";
import { later } from "../parts/later";
import { settleFocus } from "../parts/settle-focus";
import { useSelection } from "../parts/use-selection";
import { useContent } from "../data/contents";
import { useGo } from "../keys/use-go";
import { sayError, useDesk, useData } from "../data/desk";
import { useBringFile } from "../data/files";
import { libraryPlace } from "../actions/library";
import { useActions } from "../actions/use-actions";
import { chooseFiles } from "../parts/choose-files";
import { CardsComing } from "../parts/cards-coming";
import { KeyCap } from "../parts/key-cap";
import { TriedCard, useTriedIn } from "./tried-card";
import { WhatItDoes } from "./what-it-does";
import { CardPanel } from "./card-panel";
import { CardTable } from "./card-table";
import { importable } from "./importable";
import { LibraryDrag } from "./drag";
import { IndexColumn } from "./index-column";
import { findSearch, knownPlace, placeName, type LibraryPlace } from "../state/places";
import { indexedTenths } from "../data/library-store";
import { useStore } from "../data/store";
import { useBegins } from "../data/use-begins";
import { useHeldKeys } from "../keys/held-keys";
import { useMatching } from "./use-matching";
import { cardDocument } from "@/core/search/documents";
import { explain } from "@/core/search/explain";
import { missingIn } from "@/core/search/query/missing";
import { parseQuery } from "@/core/search/query/parse";
import { useVocabulary } from "../data/vocabulary";
import { useFolded } from "./use-folded";
import { useFewestKeys } from "./use-fewest-keys";
import { useSearch } from "./use-search";

const FilingDesk = later(async () => (await import("./filing-desk")).FilingDesk);
const OffersDesk = later(async () => (await import("./offers-desk")).OffersDesk);

const inPlace = (shelf: Shelf, place: LibraryPlace): readonly string[] =>
  place.kind === "search" ? [] : shelf.at(place);

const nothingYet: readonly string[] = [];
const noCards: readonly CardHead[] = [];

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

interface Ordered {
  /** The ids of the rows in the order on the screen, and those that it was made of. */
  readonly order: readonly string[];
  readonly ordered: readonly string[];
}

/** The library: index, table of cards, the card itself. */
export function LibraryScreen() {
  const { library, act, tell, takeBack, notices } = useDesk();
  const data = useData();
  const { replica, shelf, member } = data;
  const { contents } = library;
  const go = useGo();
  const [wantedPlace, setPlace] = useState<LibraryPlace>({ kind: "all" });
  const place = useMemo(() => knownPlace(wantedPlace, replica), [wantedPlace, replica]);
  const [typed, setTyped] = useState("");
  const [{ order, ordered }, setOrder] = useState<Ordered>({ order: [], ordered: [] });
  /** What lies on the filing desk, while that is open. */
  const [pile, setPile] = useState<readonly string[] | null>(null);
  const [isTrying, setTrying] = useState(false);
  const [isWithout, setWithout] = useState(false);
  const [isAtOffers, setAtOffers] = useState(false);
  const table = useRef<HTMLDivElement>(null);
  const filter = useRef<HTMLInputElement>(null);

  const { ids: found, query: answered } = useMatching(typed);
  const isIndexed = useStore(library.arrival, indexedTenths) >= 10;
  const search = place.kind === "search" ? findSearch(place.id, replica) : undefined;
  const held = useSearch(search);
  const vocabulary = useVocabulary();
  const query = search?.query;
  const missing = useMemo(
    () => (query === undefined ? [] : missingIn(parseQuery(query), vocabulary)),
    [query, vocabulary],
  );
  const lying = useMemo(() => inPlace(shelf, place), [shelf, place]);
  const here = search ? (held ?? nothingYet) : lying;
  const matching = useMemo(() => (found ? here.filter((id) => found.has(id)) : here), [here, found]);
  const { ids, folded } = useFolded(matching, data);

  const putInOrder = useCallback(
    (order: readonly string[], ordered: readonly string[]) => setOrder({ order, ordered }),
    [],
  );
  // The answer came with other rows, which the table has not put in order yet.
  const isAnswered = typed.trim() === "" || (answered === typed && ordered === ids);
  const isAtTable = pile === null && !isAtOffers;
  useHeldKeys(isAtTable && !isAnswered);
  const selection = useSelection(order);
  const selected = useMemo(
    () => order.filter((id) => selection.ids.has(id)).flatMap((id) => replica.card.get(id) ?? []),
    [order, selection.ids, replica.card],
  );
  const { lead } = selection;
  useEffect(() => notices.turn(), [notices, lead, place]);
  const card = lead ? replica.card.get(lead) : undefined;
  const content = useContent(contents, card?.fingerprint);
  const at = selection.lead === null ? -1 : order.indexOf(selection.lead);
  useEffect(() => {
    // The next ones, so that going on is not waited for.
    if (isTrying)
      contents.ahead(
        order.slice(Math.max(0, at - 2), at + 4).flatMap((id) => replica.card.get(id)?.fingerprint ?? []),
      );
  }, [isTrying, at, order, contents, replica.card]);
  const fewest = useFewestKeys(card);
  const why = useMemo(() => {
    const asked = typed.trim() || (query ?? "");
    return card && asked !== ""
      ? explain(
          cardDocument(card, { known: replica, shelf, habitsOf: data.habitsOf }, member.id),
          asked,
          typed.trim() === "" ? "exact" : "beginnings",
        )
      : undefined;
  }, [card, query, typed, replica, shelf, data.habitsOf, member.id]);
  const folder = place.kind === "folder" ? replica.folder.get(place.id) : undefined;
  const tag = place.kind === "tag" ? replica.tag.get(place.id) : undefined;
  const list = place.kind === "list" ? replica.favouritesList.get(place.id) : undefined;

  useEffect(() => {
    if (isAtTable) settleFocus(table.current);
  }, [isAtTable]);

  const begins = useBegins();
  const { libraryId } = useDesk();
  const { session: triedIn = data.sessions[0] } = useTriedIn(card?.medium ?? usualMedium);
  const toBench = useCallback(() => {
    if (triedIn) go(`/${libraryId}/bench/${triedIn.id}`);
  }, [triedIn, libraryId, go]);

  const leaveDesk = () => setPile(null);
  /** The focus is in the index: keys are about the folder, tag or list there, and change no card of the table. */
  const [isAtIndex, setAtIndex] = useState(false);
  const hand = isAtIndex ? noCards : selected;
  /** The filing desk was asked for; it opens once all that would lie on it is here. */
  const [wantsDesk, setWantsDesk] = useState(false);
  const isAllHere =
    !data.arriving && isAnswered && (search ? held !== undefined && isIndexed : order.length === ids.length);
  if (wantsDesk && isAllHere) {
    setWantsDesk(false);
    setPile(hand.length > 1 ? hand.map(({ id }) => id) : order);
    // The index goes, and whatever is focused after it is not in it.
    setAtIndex(false);
  }

  const bring = useBringFile(libraryId);
  /** Looks that name no folder are filed where one is looking. */
  const path = folder ? pathOf(replica.folder, folder.id) : "";
  const importCards = useCallback(
    async (files: readonly File[]) => {
      let imported = 0;
      for (const file of files) {
        let cards;
        try {
          const { cardsOf } = await import("./import-files");
          cards = await cardsOf(file, bring);
        } catch (error) {
          return void tell({ kind: "problem", text: sayError(error) });
        }
        for (const card of cards) {
          const done =
            "file" in card
              ? await act("import-card", card)
              : await act("keep-card", { ...card, fits: [], path });
          // The reason of a refused one stays to be read; the others are not begun.
          if (!done) return;
          imported++;
        }
      }
      if (imported > 1) tell({ kind: "done", text: `Imported ${count(imported, "card")}.` });
    },
    [act, tell, bring, path],
  );

  const opened = useActions(
    libraryPlace,
    {
      ...begins,
      role: member.role,
      replica,
      shelf,
      card: isAtIndex ? undefined : card,
      selected: hand,
      chosenCards: hand,
      folder,
      tag,
      list,
      placeIds: here,
      search,
      typed,
      order: order.length === ids.length && order.every((id, i) => id === ids[i]) ? order : nothingYet,
      open: setPlace,
      act,
      takeBack,
      filter: () => filter.current?.focus(),
      toBench,
      isTrying,
      isWithout,
      setTrying: (on) => {
        setTrying(on);
        setWithout(false);
      },
      setWithout,
      toHistory: (id) => go(`/${libraryId}/history?of=${id}`),
      toOffers: () => {
        setAtOffers(true);
        setAtIndex(false);
      },
      toDesk: () => {
        setWantsDesk(true);
        if (!isAllHere)
          tell({
            kind: "done",
            text: "The cards are still coming; the filing desk opens once they are here.",
          });
      },
      selectable: order.length,
      selectAll: () => selection.all(),
      chooseFiles: () => chooseFiles(importable, (files) => void importCards(files)),
    },
    {
      note:
        selected.length === 0
          ? undefined
          : selected.length === 1
            ? `${order.indexOf(selected[0].id) + 1} of ${order.length}`
            : `${selected.length} of ${order.length} selected`,
    },
  );

  const name = placeName(place, replica);
  if (isAtOffers) return <OffersDesk onLeave={() => setAtOffers(false)} />;
  if (pile) return <FilingDesk ids={pile} onLeave={leaveDesk} />;
  return (
    <LibraryDrag selected={selected}>
      <Columns
        place="library"
        columns={[
          {
            id: "index",
            width: 240,
            least: 180,
            content: (
              <Box
                display="contents"
                onFocus={() => setAtIndex(true)}
                onBlur={({ currentTarget, relatedTarget }) => {
                  // Another window that comes to the front takes the focus as well, and gives it back.
                  if (document.hasFocus() && !currentTarget.contains(relatedTarget)) setAtIndex(false);
                }}
              >
                <IndexColumn
                  replica={replica}
                  shelf={shelf}
                  isIndexed={isIndexed}
                  place={place}
                  onPlace={setPlace}
                />
              </Box>
            ),
          },
          {
            id: "cards",
            least: 420,
            content: (
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
                  <HStack gap="10px" alignItems="baseline" minWidth="0">
                    <chakra.h1 textStyle="screenTitle" truncate title={name}>
                      {name}
                    </chakra.h1>
                    <chakra.span color="muted" whiteSpace="nowrap" aria-live="polite">
                      {data.arriving || (search && !held) ? "…" : count(ids.length, "card")}
                    </chakra.span>
                  </HStack>
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
                      onChange={(event) => setTyped(event.target.value)}
                      onKeyDown={(event) => {
                        if (!["Escape", "Enter", "ArrowDown"].includes(event.key)) return;
                        if (event.key === "Escape") setTyped("");
                        event.preventDefault();
                        table.current?.focus();
                      }}
                    />
                    <KeyCap keys="/" />
                  </HStack>
                </HStack>
                {missing.length > 0 && (
                  <Box px="12px" pb="8px" fontSize="sm" color="muted" role="status">
                    {`${missing.join(" ")} The search goes on without it.`}
                  </Box>
                )}
                <CardTable
                  ref={table}
                  ids={ids}
                  folded={folded}
                  ownOrder={place.kind === "list" || place.kind === "search"}
                  label="Cards"
                  selection={selection}
                  onOrder={putInOrder}
                  onOpen={toBench}
                  empty={data.arriving ? <CardsComing /> : sayEmpty(place, typed, isIndexed)}
                />
              </Box>
            ),
          },
          {
            id: "card",
            width: 330,
            least: 260,
            content: (
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
                {card ? (
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
                      onPlace={setPlace}
                    />
                    {isTrying && <TriedCard medium={card.medium} chain={content.chain} without={isWithout} />}
                    {content.chain && <WhatItDoes chain={content.chain} />}
                  </>
                ) : (
                  <Box color="muted">Choose a card to see what is on it.</Box>
                )}
              </Box>
            ),
          },
        ]}
      />
      {opened}
    </LibraryDrag>
  );
}
