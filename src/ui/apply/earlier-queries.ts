/** Queries that cards were put on by, in this browser, the latest first: for each member and library. */
const most = 30;

const keyOf = (libraryId: string, memberId: string) => `fichier:queries:${libraryId}:${memberId}`;

export function earlierQueries(libraryId: string, memberId: string): readonly string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(keyOf(libraryId, memberId)) ?? "[]");
    return Array.isArray(kept) ? kept.filter((one): one is string => typeof one === "string") : [];
  } catch {
    // A browser that keeps nothing has no earlier queries.
    return [];
  }
}

export function rememberQuery(libraryId: string, memberId: string, query: string): void {
  const text = query.trim();
  if (text === "") return;
  const others = earlierQueries(libraryId, memberId).filter((one) => one !== text);
  try {
    localStorage.setItem(keyOf(libraryId, memberId), JSON.stringify([text, ...others].slice(0, most)));
  } catch {
    // Full, or closed to us: nothing that anybody waits for is lost.
  }
}
