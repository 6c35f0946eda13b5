"use client";

import { Box } from "@chakra-ui/react";
import { useCallback, useEffect, useRef, useState } from "react";
import { useData, useDesk } from "../data/desk";
import { useHeldKeys } from "../keys/held-keys";
import { Columns } from "../parts/columns";
import { later } from "../parts/later";
import { settleFocus } from "../parts/settle-focus";
import { LibraryState } from "../state/library/library";
import { CardsColumn } from "./cards-column";
import { lookOf } from "./card-row";
import { ChosenColumn } from "./chosen-column";
import { LibraryDrag } from "./drag";
import { IndexColumn } from "./index-column";
import { LibraryActions } from "./library-actions";
import { LibraryContext, useLibrary, useShown } from "./library-context";
import { orderIn } from "./table-columns";
import { useAddress, useAddressFollowed } from "./use-address";

const FilingDesk = later(async () => (await import("./filing-desk")).FilingDesk);
const OffersDesk = later(async () => (await import("./offers-desk")).OffersDesk);

/** The index, during which keys are about what is chosen in it. */
function Index() {
  const { setAtIndex } = useLibrary();
  return (
    <Box
      display="contents"
      onFocus={() => setAtIndex(true)}
      onBlur={({ currentTarget, relatedTarget }) => {
        // Another window that comes to the front takes the focus as well, and gives it back.
        if (document.hasFocus() && !currentTarget.contains(relatedTarget)) setAtIndex(false);
      }}
    >
      <IndexColumn />
    </Box>
  );
}

/** The index, the table of cards, the card itself; or a desk in their place. */
function Places() {
  const { view, leaveDesk, leaveOffers } = useLibrary();
  const table = useRef<HTMLDivElement>(null);
  const filter = useRef<HTMLInputElement>(null);
  const pile = useShown((view) => view.pile);
  const isAtOffers = useShown((view) => view.isAtOffers);
  const isAnswered = useShown((view) => view.isAnswered);
  const selected = useCallback(() => view.get().selected, [view]);
  const isAtTable = pile === null && !isAtOffers;
  useHeldKeys(isAtTable && !isAnswered);
  useEffect(() => {
    if (isAtTable) settleFocus(table.current);
  }, [isAtTable]);
  return (
    <>
      {isAtOffers ? (
        <OffersDesk onLeave={leaveOffers} />
      ) : pile ? (
        <FilingDesk ids={pile} onLeave={leaveDesk} />
      ) : (
        <LibraryDrag selected={selected}>
          <Columns
            place="library"
            columns={[
              { id: "index", width: 240, least: 180, content: <Index /> },
              {
                id: "cards",
                least: 420,
                content: <CardsColumn filter={filter} table={table} />,
              },
              { id: "card", width: 330, least: 260, content: <ChosenColumn /> },
            ]}
          />
        </LibraryDrag>
      )}
      <LibraryActions filter={filter} />
    </>
  );
}

/** The library: index, table of cards, the card itself. */
export function LibraryScreen() {
  const { library, finder, tell } = useDesk();
  const memberId = useData((data) => data.member.id);
  const address = useAddress(memberId);
  const [state] = useState(
    () =>
      new LibraryState({
        library,
        contents: library.contents,
        finder,
        address: address.first,
        keepAddress: address.keep,
        orderIn: (column, card, data) => orderIn(column, card, lookOf(data)),
        sayLater: () =>
          tell({
            kind: "done",
            text: "The cards are still coming; the filing desk opens once they are here.",
          }),
      }),
  );
  useEffect(() => state.follow(), [state]);
  useAddressFollowed(address, state);
  return (
    <LibraryContext.Provider value={state}>
      <Places />
    </LibraryContext.Provider>
  );
}
