import type { Replica } from "@/core/library/change";
import type { CardHead } from "@/core/library/entities";
import type { MemberSettings, TableColumnId } from "@/core/library/media";
import { followOrder, type SelectionState } from "@/core/library/selection";
import type { Shelf } from "@/core/library/shelf";
import { foldedVariants } from "@/core/library/variants";
import type { LibraryData } from "../../data/library-store";
import type { Answer, SearchAsked } from "../../data/standing-question";
import { findSearch, knownPlace, type LibraryPlace, type ShownSearch } from "../places";
import { remembered, rememberedList } from "../remembered";
import { inOrder, type RowsBy } from "./table-order";

export type TableSort = NonNullable<MemberSettings["tableSort"]>;

export const firstRow = Symbol("first row");

/** What one has chosen on the library's screen. */
export interface LibraryOwn {
  /** Asked for; it may be gone since. */
  readonly wanted: LibraryPlace;
  /** In the filter. */
  readonly typed: string;
  /** By what the table is put in order; null for the order of the place. */
  readonly sort: TableSort | null;
  readonly selection: SelectionState;
  /** The row that will be chosen as soon as it is there: a card by its id, or the first one; null for none. */
  readonly goesTo: string | typeof firstRow | null;
  /** The focus is in the index: keys are about the folder, tag or list there, and change no card of the table. */
  readonly isAtIndex: boolean;
  /** The chosen card is heard or seen on the bench's material, and just now without it. */
  readonly isTrying: boolean;
  readonly isWithout: boolean;
  /** The offers of members are shown in place of the table. */
  readonly isAtOffers: boolean;
  /** The filing desk was asked for; it opens once all that would lie on it is here. */
  readonly wantsDesk: boolean;
  /** What lies on the filing desk, while that is open. */
  readonly pile: readonly string[] | null;
}

/** What else the screen is made of. */
export interface LibraryGiven {
  readonly data: LibraryData;
  /** The index knows of all cards. */
  readonly isIndexed: boolean;
  /** The cards that answer to a filter. */
  readonly found: Answer<string, ReadonlySet<string>> | null;
  /** The cards of a search, by the question it was. */
  readonly held: Answer<SearchAsked, readonly string[]> | null;
}

/** The library's screen as it is shown. */
export interface LibraryView extends Omit<LibraryOwn, "wanted" | "wantsDesk" | "goesTo"> {
  readonly place: LibraryPlace;
  /** The search that is open, and as the index is asked for it. */
  readonly search: ShownSearch | undefined;
  readonly asked: SearchAsked | null;
  readonly isIndexed: boolean;
  /** The search is not answered yet. */
  readonly isComing: boolean;
  /** The rows answer to what is typed. */
  readonly isAnswered: boolean;
  /** All cards of the place are here. */
  readonly isWhole: boolean;
  /** The ids of all cards of the place, before the filter. */
  readonly here: readonly string[];
  /** The rows, in the order that the place gives them, and in that on the screen. */
  readonly ids: readonly string[];
  readonly order: readonly string[];
  /** How many variants are folded away behind each. */
  readonly folded: ReadonlyMap<string, number>;
  readonly selected: readonly CardHead[];
  /** The leading one of them. */
  readonly card: CardHead | undefined;
}

/** By what a column puts a card in order. */
export type OrderIn = (column: TableColumnId, card: CardHead, data: LibraryData) => string | number;

/** Cards come there in an order that somebody made, until a column is chosen. */
export const hasOwnOrder = ({ kind }: LibraryPlace): boolean => kind === "list" || kind === "search";

const nothing: readonly string[] = [];
const noneFolded: ReadonlyMap<string, number> = new Map();

/** The variants that the member has folded away: which one stands for each. */
function behindOthers(
  { foldVariants = false, preferredFormats }: MemberSettings,
  { card }: Replica,
  shelf: Shelf,
  habitsOf: LibraryData["habitsOf"],
) {
  if (!foldVariants) return null;
  const groups = Array.from(shelf.variantGroups(), (group) => [...group].flatMap((id) => card.get(id) ?? []));
  return foldedVariants(groups, habitsOf, preferredFormats);
}

/** Rows without those that are folded away; a variant is folded away only behind one that is shown. */
function foldedIn(ids: readonly string[], behind: ReadonlyMap<string, string> | null) {
  if (!behind || behind.size === 0) return { ids, folded: noneFolded };
  const there = new Set(ids);
  const folded = new Map<string, number>();
  const shown = ids.filter((id) => {
    const before = behind.get(id);
    if (before === undefined || !there.has(before)) return true;
    folded.set(before, (folded.get(before) ?? 0) + 1);
    return false;
  });
  return { ids: shown, folded };
}

/** A function that says how the library's screen is shown, and computes of it what has changed. */
export function libraryView(orderIn: OrderIn): (given: LibraryGiven, own: LibraryOwn) => LibraryView {
  const searchOf = remembered((place: LibraryPlace, savedSearch: Replica["savedSearch"]) =>
    place.kind === "search" ? findSearch(place.id, { savedSearch }) : undefined,
  );
  const askedOf = remembered(
    (query?: string, sort?: ShownSearch["sort"], placed?: readonly string[]): SearchAsked | null =>
      query === undefined ? null : { query, sort: sort ?? "name", ...(placed && { placed }) },
  );
  // The shelf is the same object for one library, and says something else for each replica.
  const lyingIn = rememberedList((place: LibraryPlace, shelf: Shelf, _: Replica) =>
    place.kind === "search" ? nothing : shelf.at(place),
  );
  const matching = rememberedList((here: readonly string[], found: ReadonlySet<string> | undefined) =>
    found ? here.filter((id) => found.has(id)) : here,
  );
  const behindIn = remembered(behindOthers);
  const folding = remembered(foldedIn);
  const ordering = rememberedList(
    (ids: readonly string[], sort: TableSort | null, isOwn: boolean, data: LibraryData) => {
      const by: RowsBy = {
        isOwn,
        byName: () => data.shelf.at({ kind: "all" }),
        of: (column, id) => orderIn(column as TableColumnId, data.replica.card.get(id)!, data),
      };
      return inOrder(ids, sort, by);
    },
  );
  const following = remembered(followOrder);
  const selectedOf = rememberedList(
    (order: readonly string[], ids: SelectionState["ids"], cards: Replica["card"]) =>
      order.filter((id) => ids.has(id)).flatMap((id) => cards.get(id) ?? []),
  );
  let lastHeld: { readonly searchId: string; readonly ids: readonly string[] } | null = null;
  return ({ data, isIndexed, found, held }, { wanted, wantsDesk: _, goesTo: __, ...own }) => {
    const { replica, shelf, habitsOf, member, arriving } = data;
    const place = knownPlace(wanted, replica);
    const search = searchOf(place, replica.savedSearch);
    const asked = askedOf(search?.query, search?.sort, search?.kept?.placed);
    const ofSearch = asked && held?.asked.query === asked.query ? held.result : null;
    // Of the same search the last answer stays until the next is there, so that what is selected stays so.
    if (search && ofSearch) lastHeld = { searchId: search.id, ids: ofSearch };
    const ofBefore = search && lastHeld?.searchId === search.id ? lastHeld.ids : nothing;
    const here = search ? (ofSearch ?? ofBefore) : lyingIn(place, shelf, replica);
    const filter = own.typed.trim();
    const { ids, folded } = folding(
      matching(here, filter === "" ? undefined : found?.result),
      behindIn(member.settings, replica, shelf, habitsOf),
    );
    // Of no column nothing of the cards themselves is asked.
    const order = own.sort === null ? ids : ordering(ids, own.sort, hasOwnOrder(place), data);
    const selection = following(own.selection, order);
    const isComing = search !== undefined && !ofSearch;
    const isAnswered = filter === "" || found?.asked === own.typed;
    const isOfAll = (filter === "" || found?.isOfAll) && (!search || held?.isOfAll);
    return {
      ...own,
      selection,
      place,
      search,
      asked,
      isIndexed,
      isComing,
      isAnswered,
      isWhole: !arriving && isAnswered && !isComing && isOfAll === true,
      here,
      ids,
      order,
      folded,
      selected: selectedOf(order, selection.ids, replica.card),
      card: selection.lead === null ? undefined : replica.card.get(selection.lead),
    };
  };
}
