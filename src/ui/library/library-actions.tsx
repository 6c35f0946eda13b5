import { useEffect, type ReactNode, type RefObject } from "react";
import type { CardHead } from "@/core/library/entities";
import { pathOf } from "@/core/library/tree";
import { cardDocument } from "@/core/search/documents";
import { leaveOuts } from "@/core/search/leave-out";
import { libraryPlace } from "../actions/library";
import { useActions } from "../actions/use-actions";
import { useData, useDesk } from "../data/desk";
import { useBegins } from "../data/use-begins";
import { useGo } from "../keys/use-go";
import { chooseFiles } from "../parts/choose-files";
import type { LibraryView } from "../state/library/view";
import { sameItems } from "../state/remembered";
import { importable } from "./importable";
import { useLibrary, useShown } from "./library-context";
import { useImport } from "./use-import";
import { useToBench } from "./use-to-bench";

const nothing: readonly string[] = [];
const noCards: readonly CardHead[] = [];

/** The number of selected cards, for the line of keys. */
function noteOf({ selected, order }: LibraryView): string | undefined {
  if (selected.length === 0) return undefined;
  return selected.length === 1
    ? `${order.indexOf(selected[0].id) + 1} of ${order.length}`
    : `${selected.length} of ${order.length} selected`;
}

const itself = (view: LibraryView) => view;

interface LibraryActionsProps {
  readonly filter: RefObject<HTMLInputElement | null>;
}

/** Offers what can be done in the library, and draws the dialogs that are opened by it; nothing of it while a desk lies there. */
export function LibraryActions({ filter }: LibraryActionsProps): ReactNode {
  const { libraryId, act, takeBack, notices } = useDesk();
  const state = useLibrary();
  const view = useShown(itself);
  const { replica, shelf, habitsOf, member } = useData();
  const { place, isAtIndex, selected, order, ids } = view;
  const go = useGo();
  const toBench = useToBench();
  const begins = useBegins();
  const folder = place.kind === "folder" ? replica.folder.get(place.id) : undefined;
  const tag = place.kind === "tag" ? replica.tag.get(place.id) : undefined;
  const list = place.kind === "list" ? replica.favouritesList.get(place.id) : undefined;
  const hand = isAtIndex ? noCards : selected;
  const importCards = useImport(folder ? pathOf(replica.folder, folder.id) : "");
  const { lead } = view.selection;
  useEffect(() => notices.turn(), [notices, lead, place]);
  return useActions(
    libraryPlace,
    {
      ...begins,
      role: member.role,
      replica,
      shelf,
      card: isAtIndex ? undefined : view.card,
      selected: hand,
      chosenCards: hand,
      folder,
      tag,
      list,
      placeIds: view.here,
      search: view.search,
      wordsOf: (cards) =>
        cards.map((card) => {
          const document = cardDocument(card, { known: replica, shelf, habitsOf }, member.id);
          return leaveOuts(document, view.search?.query ?? "").map(({ word }) => word);
        }),
      typed: view.typed,
      order: sameItems(order, ids) ? order : nothing,
      open: state.open,
      act,
      takeBack,
      filter: () => {
        filter.current?.focus();
        // The words of an earlier one may stand there: what is typed now takes their place, as in the apply bar.
        filter.current?.select();
      },
      toBench,
      isTrying: view.isTrying,
      isWithout: view.isWithout,
      setTrying: state.setTrying,
      setWithout: state.setWithout,
      toHistory: (id) => go(`/${libraryId}/history?of=${id}`),
      toOffers: state.toOffers,
      toDesk: state.toDesk,
      selectable: order.length,
      selectAll: () => state.selects.all(),
      chooseFiles: () => chooseFiles(importable, (files) => void importCards(files)),
    },
    { note: noteOf(view) },
  );
}
