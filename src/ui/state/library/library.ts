import type { Contents } from "../../data/contents";
import type { LibraryStore } from "../../data/library-store";
import type { Finder } from "../../data/finder";
import { heldBy, knowsAll, matchingOf, onIndexChange } from "../../data/standing-question";
import { Store } from "../../data/store";
import { emptySelection, selectOnly } from "@/core/library/selection";
import { samePlace, type LibraryPlace } from "../places";
import { sameFields } from "../remembered";
import { selectsBy } from "../selects";
import { writeAddress, type LibraryAddress } from "./address";
import {
  firstRow,
  libraryView,
  type LibraryOwn,
  type LibraryView,
  type OrderIn,
  type TableSort,
} from "./view";

/** What the screen needs of the world. */
export interface LibraryRoom {
  readonly library: Pick<LibraryStore, "state" | "arrival" | "saveSettings">;
  readonly contents: Pick<Contents, "ahead">;
  readonly finder: Pick<Finder, "ask">;
  readonly orderIn: OrderIn;
  /** Says that the filing desk opens later. */
  readonly sayLater: () => void;
  /** What the address says at first. */
  readonly address: LibraryAddress;
  /** Keeps where one is in the address; `isStep`: one can go back from there to where one was. */
  readonly keepAddress: (search: string, isStep: boolean) => void;
}

/** How many cards before and after the one that is tried have their contents fetched ahead. */
const [before, after] = [2, 3];

/**
 * The library's screen without its looks: where one is, what the table shows and in which order, what is selected, and
 * which desk lies over it.
 */
export class LibraryState {
  readonly view: Store<LibraryView>;
  private own: LibraryOwn;
  private readonly viewed: ReturnType<typeof libraryView>;
  private readonly filter: ReturnType<typeof matchingOf>;
  private readonly search: ReturnType<typeof heldBy>;

  /** Pre: the library's copy is there. */
  constructor(private readonly room: LibraryRoom) {
    const { orderIn, address } = room;
    this.viewed = libraryView(orderIn);
    this.filter = matchingOf(room);
    this.search = heldBy(room);
    this.own = {
      wanted: address.place,
      typed: address.typed,
      sort: this.sortOf(address),
      selection: emptySelection,
      goesTo: address.cardId,
      isAtIndex: false,
      isTrying: false,
      isWithout: false,
      isAtOffers: false,
      wantsDesk: false,
      pile: null,
    };
    this.view = new Store(this.seen());
    this.kept = writeAddress(address);
    this.keptPlace = address.place;
  }

  private sortOf({ sort }: LibraryAddress): TableSort | null {
    return sort === undefined ? (this.data.member.settings.tableSort ?? null) : sort;
  }

  private get data() {
    return this.room.library.state.get().data!;
  }

  /** Follows the library, until the returned function is called. */
  follow(): () => void {
    const { library } = this.room;
    const again = () => {
      this.filter.again();
      this.search.again();
    };
    const stops = [
      ...[library.state, library.arrival, this.filter.answer, this.search.answer].map((one) =>
        one.subscribe(this.refresh),
      ),
      onIndexChange(library, again),
    ];
    this.refresh();
    return () => stops.forEach((stop) => stop());
  }

  private viewNow(): LibraryView {
    return this.viewed(
      {
        data: this.data,
        isIndexed: knowsAll(this.room.library),
        found: this.filter.answer.get(),
        held: this.search.answer.get(),
      },
      this.own,
    );
  }

  private seen(): LibraryView {
    const view = this.viewNow();
    // Kept, so that a row that is selected by being the first one stays so when it moves.
    this.own = { ...this.own, selection: view.selection };
    const { goesTo } = this.own;
    if (goesTo === null || !view.isAnswered || view.isComing) return view;
    const id = goesTo === firstRow ? view.order[0] : goesTo;
    // Until all is here a card may still come, or go for a while: the index answers while it is being built.
    if (view.isWhole) this.own = { ...this.own, goesTo: null };
    const { order, lead, ids } = view.selection;
    if (id === undefined || !order.includes(id) || (lead === id && ids.size === 1)) return view;
    this.own = { ...this.own, selection: selectOnly(view.selection, id) };
    return this.viewNow();
  }

  /** Where one is, as the address says it. */
  private addressNow(): string {
    const { place, typed, sort, card, order } = this.view.get();
    const { tableSort: own = null, isViewLocked } = this.data.member.settings;
    // A view that is locked is the same again after each visit.
    const isOwn = isViewLocked === true || JSON.stringify(own) === JSON.stringify(sort);
    const { goesTo } = this.own;
    const chosen = typeof goesTo === "string" ? goesTo : (card?.id ?? null);
    return writeAddress({
      place,
      typed,
      sort: isOwn ? undefined : sort,
      cardId: chosen === order[0] ? null : chosen,
    });
  }

  /** The address that was kept last, and the place that it is about. */
  private kept: string;
  private keptPlace: LibraryPlace;

  private keepAddress(): void {
    const now = this.addressNow();
    const { place } = this.view.get();
    if (now === this.kept) return;
    const isStep = !samePlace(place, this.keptPlace);
    this.kept = now;
    this.keptPlace = place;
    this.room.keepAddress(now, isStep);
  }

  private readonly refresh = (): void => {
    const now = this.seen();
    this.filter.ask(now.typed.trim() === "" ? null : now.typed);
    this.search.ask(now.asked);
    if (this.own.wantsDesk && now.isWhole) return this.layOut(now);
    if (sameFields(this.view.get(), now)) return;
    this.view.set(now);
    this.keepAddress();
    if (now.isTrying) this.fetchAround(now);
  };

  private become(next: Partial<LibraryOwn>): void {
    this.own = { ...this.own, ...next };
    this.refresh();
  }

  /** Fetches the contents around the card that is tried, so that the next ones are there when one steps on. */
  private fetchAround({ order, selection: { lead } }: LibraryView): void {
    const at = lead === null ? -1 : order.indexOf(lead);
    const near = order.slice(Math.max(0, at - before), at + 1 + after);
    this.room.contents.ahead(near.flatMap((id) => this.data.replica.card.get(id)?.fingerprint ?? []));
  }

  /** Lays what is in one's hand on the filing desk; all that is shown, where that is not more than a card. */
  private layOut({ isAtIndex, selected, order }: LibraryView): void {
    const hand = isAtIndex ? [] : selected.map(({ id }) => id);
    // The index goes, and whatever is focused after it is not in it.
    this.become({ wantsDesk: false, pile: hand.length > 1 ? hand : order, isAtIndex: false });
  }

  readonly selects = selectsBy((change) =>
    this.become({ selection: change(this.own.selection), goesTo: null }),
  );

  /** A filter is about the place that was open: it goes with it. */
  readonly open = (wanted: LibraryPlace): void =>
    this.become({ wanted, ...(!samePlace(wanted, this.own.wanted) && { typed: "" }) });
  /** The first of what is found is chosen, as in the apply bar. */
  readonly type = (typed: string): void => this.become({ typed, goesTo: firstRow });
  /** Goes where an address leads. */
  readonly goTo = (address: LibraryAddress): void => {
    const { place, typed, cardId } = address;
    this.kept = writeAddress(address);
    this.keptPlace = place;
    this.become({
      wanted: place,
      typed,
      sort: this.sortOf(address),
      goesTo: cardId ?? firstRow,
      isAtOffers: false,
      pile: null,
    });
  };
  readonly setAtIndex = (isAtIndex: boolean): void => this.become({ isAtIndex });
  readonly setTrying = (isTrying: boolean): void => this.become({ isTrying, isWithout: false });
  readonly setWithout = (isWithout: boolean): void => this.become({ isWithout });
  readonly toOffers = (): void => this.become({ isAtOffers: true, isAtIndex: false });
  readonly leaveOffers = (): void => this.become({ isAtOffers: false });
  readonly leaveDesk = (): void => this.become({ pile: null });

  /** Puts the table in another order; remembered, unless the member's view is to stay as it is. */
  readonly sortBy = (sort: TableSort | null): void => {
    this.become({ sort });
    if (!this.data.member.settings.isViewLocked)
      this.room.library.saveSettings({ tableSort: sort }).catch(() => undefined);
  };

  /** Opens the filing desk, as soon as all that would lie on it is here. */
  readonly toDesk = (): void => {
    if (!this.view.get().isWhole) this.room.sayLater();
    this.become({ wantsDesk: true });
  };
}
