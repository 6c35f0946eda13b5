import { readKept, writeKept } from "./browser-store";

const key = (libraryId: string, kind?: string) =>
  ["fichier:last-folder", libraryId, ...(kind === undefined ? [] : [kind])].join(":");

/** The folder in which a card was put last on this machine; of cards that were kept from a kind of target, the last one of these. */
export const lastFolder = (libraryId: string, kind?: string): string => readKept(key(libraryId, kind)) ?? "";

export function rememberFolder(libraryId: string, path: string, kind?: string): void {
  writeKept(key(libraryId), path);
  if (kind !== undefined) writeKept(key(libraryId, kind), path);
}
