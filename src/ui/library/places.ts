import type { Replica } from "@/core/library/change";
import { folderPath } from "@/core/library/folders";
import type { Place } from "@/core/library/shelf";

export const samePlace = (a: Place, b: Place): boolean =>
  a.kind === b.kind && (a.kind !== "folder" || (b.kind === "folder" && a.id === b.id));

/** A place whose folder is gone is the whole library. */
export const knownPlace = (place: Place, replica: Replica): Place =>
  place.kind === "folder" && !replica.folder.has(place.id) ? { kind: "all" } : place;

export function placeName(place: Place, replica: Replica): string {
  switch (place.kind) {
    case "all":
      return "All cards";
    case "folder":
      return folderPath(replica.folder, place.id);
    case "unfiled":
      return "Unfiled";
    case "favourites":
      return "Favourites";
    case "withdrawn":
      return "Withdrawn";
  }
}
