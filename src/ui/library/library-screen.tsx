"use client";

import { Box } from "@chakra-ui/react";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { CardHead } from "@/core/library/entities";
import { pathOf } from "@/core/library/tree";
import { count } from "@/core/library/words";
import { usualMedium } from "@/core/media";
import { libraryPlace } from "../actions/library";
import { useActions } from "../actions/use-actions";
import { useData, useDesk } from "../data/desk";
import { useBegins } from "../data/use-begins";
import { useHeldKeys } from "../keys/held-keys";
import { useGo } from "../keys/use-go";
import { CardsComing } from "../parts/cards-coming";
import { chooseFiles } from "../parts/choose-files";
import { Columns } from "../parts/columns";
import { later } from "../parts/later";
import { settleFocus } from "../parts/settle-focus";
import { useSelection } from "../parts/use-selection";
import { knownPlace, placeName, type LibraryPlace } from "../state/places";
import { CardsColumn } from "./cards-column";
import { ChosenColumn, useTriedAhead } from "./chosen-column";
import { LibraryDrag } from "./drag";
import { importable } from "./importable";
import { IndexColumn } from "./index-column";
import { useTriedIn } from "./tried-card";
import { useImport } from "./use-import";
import { usePlace } from "./use-place";

const FilingDesk = later(async () => (await import("./filing-desk")).FilingDesk);
const OffersDesk = later(async () => (await import("./offers-desk")).OffersDesk);

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
  const { libraryId, act, tell, takeBack, notices } = useDesk();
  const data = useData();
  const { replica, shelf, member, arriving } = data;
  const go = useGo();
  const [wantedPlace, setPlace] = useState<LibraryPlace>({ kind: "all" });
  const place = useMemo(() => knownPlace(wantedPlace, replica), [wantedPlace, replica]);
  const [typed, setTyped] = useState("");
  const { search, isIndexed, isComing, missing, here, ids, folded, isFiltered } = usePlace(place, typed);
  const [{ order, ordered }, setOrder] = useState<Ordered>({ order: [], ordered: [] });
  /** What lies on the filing desk, while that is open. */
  const [pile, setPile] = useState<readonly string[] | null>(null);
  const [isTrying, setTrying] = useState(false);
  const [isWithout, setWithout] = useState(false);
  const [isAtOffers, setAtOffers] = useState(false);
  const table = useRef<HTMLDivElement>(null);
  const filter = useRef<HTMLInputElement>(null);
  const putInOrder = useCallback(
    (order: readonly string[], ordered: readonly string[]) => setOrder({ order, ordered }),
    [],
  );
  // The answer came with other rows, which the table has not put in order yet.
  const isAnswered = typed.trim() === "" || (isFiltered && ordered === ids);
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
  useTriedAhead(isTrying, order, lead === null ? -1 : order.indexOf(lead));
  const folder = place.kind === "folder" ? replica.folder.get(place.id) : undefined;
  const tag = place.kind === "tag" ? replica.tag.get(place.id) : undefined;
  const list = place.kind === "list" ? replica.favouritesList.get(place.id) : undefined;

  useEffect(() => {
    if (isAtTable) settleFocus(table.current);
  }, [isAtTable]);

  const begins = useBegins();
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
    !arriving && isAnswered && (search ? !isComing && isIndexed : order.length === ids.length);
  if (wantsDesk && isAllHere) {
    setWantsDesk(false);
    setPile(hand.length > 1 ? hand.map(({ id }) => id) : order);
    // The index goes, and whatever is focused after it is not in it.
    setAtIndex(false);
  }
  const importCards = useImport(folder ? pathOf(replica.folder, folder.id) : "");

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
              <CardsColumn
                name={placeName(place, replica)}
                holds={arriving || isComing ? "…" : count(ids.length, "card")}
                typed={typed}
                onTyped={setTyped}
                missing={missing}
                ids={ids}
                folded={folded}
                ownOrder={place.kind === "list" || place.kind === "search"}
                selection={selection}
                onOrder={putInOrder}
                onOpen={toBench}
                empty={arriving ? <CardsComing /> : sayEmpty(place, typed, isIndexed)}
                filter={filter}
                table={table}
              />
            ),
          },
          {
            id: "card",
            width: 330,
            least: 260,
            content: (
              <ChosenColumn
                card={card}
                typed={typed}
                query={search?.query}
                isTrying={isTrying}
                isWithout={isWithout}
                onPlace={setPlace}
              />
            ),
          },
        ]}
      />
      {opened}
    </LibraryDrag>
  );
}
