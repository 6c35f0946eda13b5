import { v7 as newId } from "uuid";
import { generateNKeysBetween } from "fractional-indexing";
import type { KeepList, MarkCards, PlaceMarked } from "@/core/api/commands/favourites-list-input";
import type { FavouritesList } from "@/core/library/entities";
import { givenTo, mostLists, nextInk } from "@/core/library/new-lists";
import { findNamed } from "@/core/library/tree";
import { countCards } from "@/core/library/words";
import { readLists, readMarked } from "@/db/marks";
import type { Ledger } from "@/db/ledger";
import { placesAmong } from "@/core/library/places";
import { notFound, Refusal, stale } from "./refusal";
import { requireCards } from "./rows";

/** Cards of one list: they are read whole. */
const longestList = 2000;

/** A favourites list in use of an owner (null: the team). */
async function requireList(ledger: Ledger, id: string, ownerId: string | null): Promise<FavouritesList> {
  const row = await ledger.read("favouritesList", id);
  if (!row || row.removed || row.ownerId !== ownerId) throw notFound("favourites list");
  return row;
}

/** Makes or changes a favourites list of an owner (null: the team). */
export async function keepListFor(
  ledger: Ledger,
  { listId, name = "", names, mark, ink, seen }: KeepList,
  ownerId: string | null,
) {
  const lists = await readLists(ledger.db, ledger.libraryId, ownerId);
  const others = lists.filter(({ id }) => id !== listId);
  for (const [i, wanted] of (names ?? [name]).entries()) {
    const namesake = findNamed(
      [...others, ...(names ?? []).slice(0, i).map((one) => ({ name: one }))],
      wanted,
    );
    if (namesake)
      throw new Refusal(409, "same-name", `There is a list “${namesake.name}” already.`, {
        field: names ? "names" : "name",
        hint: "Choose another name.",
      });
  }
  const same = others.find((list) => mark !== "" && list.mark === mark);
  if (same)
    throw new Refusal(409, "same-mark", `${mark} is the mark of “${same.name}”.`, {
      field: "mark",
      hint: "Choose another letter, or none.",
    });
  if (listId === undefined) {
    // A letter of the team's would be nobody's where both lists are at hand.
    const atHand =
      ownerId === null ? lists : [...lists, ...(await readLists(ledger.db, ledger.libraryId, null))];
    const made = names ? givenTo(names, atHand) : [{ name, mark, ink: ink ?? nextInk(atHand) }];
    if (lists.length + made.length > mostLists)
      throw new Refusal(409, "too-many", `There are at most ${mostLists} favourites lists.`, {
        hint: "Remove one that is not used any more.",
      });
    const places = generateNKeysBetween(lists.at(-1)?.position ?? null, null, made.length);
    const rows = made.map((list, i) => ({
      ...list,
      id: newId(),
      ownerId,
      position: places[i],
      removed: false,
    }));
    await ledger.insertAll("favouritesList", rows);
    const said = made.map((list) => `“${list.name}”`).join(", ");
    return {
      summary: `made the ${made.length === 1 ? "list" : "lists"} ${said}`,
      result: { listId: rows[0].id },
    };
  }
  const before = await requireList(ledger, listId, ownerId);
  if (seen !== undefined && before.version !== seen) throw stale("favourites list", seen, before);
  await ledger.update("favouritesList", listId, { name, mark, ...(ink && { ink }) });
  return {
    summary:
      before.name === name ? `changed the list “${name}”` : `renamed the list “${before.name}” to “${name}”`,
    result: { listId },
  };
}

export async function removeListOf(ledger: Ledger, { listId }: { listId: string }, ownerId: string | null) {
  const { name } = await requireList(ledger, listId, ownerId);
  await ledger.update("favouritesList", listId, { removed: true });
  return { summary: `removed the list “${name}”` };
}

/** Puts cards on a list of an owner (null: the team), or takes them off. */
export async function markCardsOn(
  ledger: Ledger,
  { listId, cardIds, on }: MarkCards,
  ownerId: string | null,
) {
  const { name } = await requireList(ledger, listId, ownerId);
  const cards = await requireCards(ledger, cardIds);
  const marked = await readMarked(ledger.db, listId);
  const present = new Set(marked.map(({ cardId }) => cardId));
  if (on) {
    const added = cards.filter(({ id }) => !present.has(id));
    if (marked.length + added.length > longestList)
      throw new Refusal(409, "too-long", `A list holds at most ${longestList} cards.`, {
        hint: "Keep a search instead.",
      });
    const places = generateNKeysBetween(marked.at(-1)?.position ?? null, null, added.length);
    await ledger.insertAll(
      "favourite",
      added.map(({ id }, i) => ({ id: newId(), ownerId, listId, cardId: id, position: places[i] })),
    );
  } else {
    const gone = new Set(cardIds);
    await ledger.deleteAll(
      "favourite",
      marked.filter(({ cardId }) => gone.has(cardId)),
    );
  }
  return { summary: on ? `put ${countCards(cards)} on ${name}` : `took ${countCards(cards)} off ${name}` };
}

/** Puts a card of a list before another one of it (null: last). */
export async function placeMarkedOn(
  ledger: Ledger,
  { listId, cardId, beforeId }: PlaceMarked,
  ownerId: string | null,
) {
  const { name } = await requireList(ledger, listId, ownerId);
  const marked = await readMarked(ledger.db, listId);
  const moved = marked.find((row) => row.cardId === cardId);
  const siblings = marked.filter((row) => row.cardId !== cardId);
  const at = beforeId === null ? siblings.length : siblings.findIndex((row) => row.cardId === beforeId);
  if (!moved || at < 0)
    throw new Refusal(409, "not-there", `That card is not on “${name}” any more.`, { field: "cardId" });
  const { positions, others } = placesAmong(siblings, at);
  await ledger.updateAll("favourite", [
    [moved, { position: positions[0] }],
    ...siblings.flatMap((row) => {
      const next = others.get(row.id);
      return next === undefined ? [] : [[row, { position: next }] as const];
    }),
  ]);
  return { summary: `put the cards of ${name} in order` };
}
