import { readKept, writeKept } from "../data/browser-store";

/** Queries that cards were put on by, in this browser, the latest first: for each member and library. */
const most = 30;

const keyOf = (libraryId: string, memberId: string) => `fichier:queries:${libraryId}:${memberId}`;

export function earlierQueries(libraryId: string, memberId: string): readonly string[] {
  try {
    const kept: unknown = JSON.parse(readKept(keyOf(libraryId, memberId)) ?? "[]");
    return Array.isArray(kept) ? kept.filter((one): one is string => typeof one === "string") : [];
  } catch {
    // Not what was written here.
    return [];
  }
}

export function rememberQuery(libraryId: string, memberId: string, query: string): void {
  const text = query.trim();
  if (text === "") return;
  const others = earlierQueries(libraryId, memberId).filter((one) => one !== text);
  writeKept(keyOf(libraryId, memberId), JSON.stringify([text, ...others].slice(0, most)));
}
