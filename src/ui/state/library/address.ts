import type { LibraryPlace } from "../places";
import type { TableSort } from "./view";

/** What of the library's screen its address tells, so that a link, going back and loading again lead there. */
export interface LibraryAddress {
  readonly place: LibraryPlace;
  readonly typed: string;
  /** Undefined: as the member has it. */
  readonly sort: TableSort | null | undefined;
  /** The chosen one; null for the first. */
  readonly cardId: string | null;
}

const named = ["folder", "tag", "list", "search"] as const;
const whole = ["unfiled", "private", "withdrawn"] as const;
const columnName = /^[a-z][A-Za-z]*$/;

function readPlace(text: string): LibraryPlace {
  const [kind, id] = text.split(/:(.*)/s);
  const withId = named.find((one) => one === kind);
  if (withId && id) return { kind: withId, id };
  return { kind: whole.find((one) => one === text) ?? "all" };
}

function readSort(text: string | null): TableSort | null | undefined {
  if (text === null) return undefined;
  const desc = text.startsWith("-");
  const by = desc ? text.slice(1) : text;
  return columnName.test(by) && by !== "none" ? { by: by as TableSort["by"], desc } : null;
}

/** Reads what stands behind the `?` of an address; whatever it is, it is some place. */
export function readAddress(search: string): LibraryAddress {
  const of = new URLSearchParams(search);
  return {
    place: readPlace(of.get("place") ?? ""),
    typed: of.get("filter") ?? "",
    sort: readSort(of.get("order")),
    cardId: of.get("card"),
  };
}

/** What stands behind the `?`; empty for the whole library in its own order. */
export function writeAddress({ place, typed, sort, cardId }: LibraryAddress): string {
  const parts = new URLSearchParams();
  if (place.kind !== "all") parts.set("place", "id" in place ? `${place.kind}:${place.id}` : place.kind);
  if (typed.trim() !== "") parts.set("filter", typed);
  if (sort !== undefined) parts.set("order", sort ? `${sort.desc ? "-" : ""}${sort.by}` : "none");
  if (cardId !== null) parts.set("card", cardId);
  return parts.toString();
}
