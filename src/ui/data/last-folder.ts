import { readKept, writeKept } from "./browser-store";

const key = (libraryId: string) => `fichier:last-folder:${libraryId}`;

/** The folder in which a card was kept last, on this machine. */
export const lastFolder = (libraryId: string): string => readKept(key(libraryId)) ?? "";

export const rememberFolder = (libraryId: string, path: string): void => writeKept(key(libraryId), path);
