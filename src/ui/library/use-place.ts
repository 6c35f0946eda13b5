import { useMemo } from "react";
import type { Shelf } from "@/core/library/shelf";
import { missingIn } from "@/core/search/query/missing";
import { parseQuery } from "@/core/search/query/parse";
import { useData, useDesk } from "../data/desk";
import { indexedTenths } from "../data/library-store";
import { useStore } from "../data/store";
import { useVocabulary } from "../data/vocabulary";
import { findSearch, type LibraryPlace } from "../state/places";
import { useFolded } from "./use-folded";
import { useMatching } from "./use-matching";
import { useSearch } from "./use-search";

const nothingYet: readonly string[] = [];
const inPlace = (shelf: Shelf, place: LibraryPlace): readonly string[] =>
  place.kind === "search" ? nothingYet : shelf.at(place);

/** The cards of a place that answer to what is typed above them. */
export function usePlace(place: LibraryPlace, typed: string) {
  const { library } = useDesk();
  const data = useData();
  const { replica, shelf } = data;
  const { ids: found, query: answered } = useMatching(typed);
  /** Whether the index knows all cards. */
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
  /** The ids of all cards of the place, before the filter. */
  const here = search ? (held ?? nothingYet) : lying;
  const matching = useMemo(() => (found ? here.filter((id) => found.has(id)) : here), [here, found]);
  const { ids, folded } = useFolded(matching, data);
  return {
    search,
    isIndexed,
    /** The search is not answered yet. */
    isComing: search !== undefined && !held,
    missing,
    here,
    ids,
    folded,
    isFiltered: typed.trim() === "" || answered === typed,
  };
}
