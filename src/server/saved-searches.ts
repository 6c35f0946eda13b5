import { v7 as newId } from "uuid";
import type { KeepSearch } from "@/core/api/commands/saved-search-input";
import type { SavedSearch } from "@/core/library/entities";
import { ownIn } from "@/core/search/query/compile";
import { parseQuery } from "@/core/search/query/parse";
import { fold } from "@/core/text/fold";
import { readSearches } from "@/db/saved-searches";
import type { Ledger } from "@/db/ledger";
import { lastPlace } from "@/core/library/places";
import { notFound, Refusal, stale } from "./refusal";

/** Saved searches of one owner: all of them are counted anew with every change. */
const mostSearches = 200;

/** A saved search in use of an owner (null: the team). */
async function requireSearch(ledger: Ledger, id: string, ownerId: string | null): Promise<SavedSearch> {
  const row = await ledger.read("savedSearch", id);
  if (!row || row.removed || row.ownerId !== ownerId) throw notFound("saved search");
  return row;
}

/** Of some cards those of the team: what everybody reads names nobody's private ones. */
async function ofTeam(ledger: Ledger, cardIds: readonly string[]): Promise<string[]> {
  const known = await ledger.readAll("card", [...new Set(cardIds)]);
  return cardIds.filter((id) => known.get(id)?.ownerId === null);
}

/** Keeps a query for an owner (null: the team). */
export async function keepSearchFor(
  ledger: Ledger,
  { searchId, name, query, sort, placed: asked, seen }: KeepSearch,
  ownerId: string | null,
) {
  const placed = asked && ownerId === null ? await ofTeam(ledger, asked) : asked;
  const own = ownIn(parseQuery(query));
  if (ownerId === null && own.length > 0)
    throw new Refusal(400, "own-things", `${own.join(", ")} differs from member to member.`, {
      field: "query",
      hint: "Keep it as your own search, or leave that out.",
    });
  const siblings = await readSearches(ledger.db, ledger.libraryId, ownerId);
  const namesake = siblings.find((one) => one.id !== searchId && fold(one.name) === fold(name));
  if (namesake)
    throw new Refusal(409, "same-name", `There is a saved search “${namesake.name}” already.`, {
      field: "name",
      hint: "Choose another name.",
    });
  if (searchId === undefined && siblings.length >= mostSearches)
    throw new Refusal(409, "too-many", `There are ${mostSearches} saved searches already.`, {
      hint: "Remove one that is not used any more.",
    });
  if (searchId === undefined) {
    const row = await ledger.insert("savedSearch", {
      id: newId(),
      ownerId,
      name,
      query,
      sort,
      placed: placed ?? [],
      position: lastPlace(siblings),
      removed: false,
    });
    return { summary: `kept the search “${name}”`, result: { searchId: row.id } };
  }
  const before = await requireSearch(ledger, searchId, ownerId);
  if (seen !== undefined && before.version !== seen) throw stale("saved search", seen, before);
  await ledger.update("savedSearch", searchId, { name, query, sort, ...(placed && { placed }) });
  const renamed = before.name !== name;
  const isMoved = placed !== undefined && !renamed && before.query === query && before.sort === sort;
  return {
    summary: isMoved
      ? `put the cards of “${name}” in order`
      : renamed
        ? `renamed the search “${before.name}” to “${name}”`
        : `changed the search “${name}”`,
    result: { searchId },
  };
}

/** Takes a saved search of an owner (null: the team) out of use. */
export async function removeSearchOf(ledger: Ledger, searchId: string, ownerId: string | null) {
  const { name } = await requireSearch(ledger, searchId, ownerId);
  await ledger.update("savedSearch", searchId, { removed: true });
  return { summary: `removed the search “${name}”` };
}
