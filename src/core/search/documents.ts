import type { SearchDocument } from "./document";
import type { Replica } from "../library/change";
import type { CardHead } from "../library/entities";
import { namesDown } from "../library/tree";
import type { Habit } from "../library/habit";
import type { Shelf } from "../library/shelf";

/** What is known of a library, with the shelf that follows it. */
export interface Shelved {
  readonly known: Pick<Replica, "card" | "folder" | "tag" | "member">;
  readonly shelf: Pick<
    Shelf,
    "aliasesOf" | "listsOf" | "starsOf" | "isHidden" | "isDefault" | "keyOf" | "isDouble"
  >;
  /** How a member uses a card. */
  habitsOf(cardId: string): readonly Habit[];
}

/** The names of those who keep cards, each once. */
function namesOf({ member }: Shelved["known"]): ReadonlyMap<string, string> {
  return new Map(Array.from(member.values(), ({ userId, name }) => [userId, name]));
}

const unused: SearchDocument["habit"] = {};

const none: readonly never[] = [];

/** The names down to each of some rows; those that are gone are left out. */
function pathsOf(rows: Parameters<typeof namesDown>[0], ids: readonly string[]): readonly string[][] {
  if (ids.length === 0) return none;
  return ids.map((id) => namesDown(rows, id)).filter((path) => path.length > 0);
}

function documentFrom(
  card: CardHead,
  { known, shelf, habitsOf }: Shelved,
  memberId: string,
  names: ReadonlyMap<string, string>,
): SearchDocument {
  const aliases = shelf.aliasesOf(card.id);
  const habits = habitsOf(card.id);
  const lists = shelf.listsOf(card.id);
  const isFavourite = lists.length > 0;
  const key = shelf.keyOf(card.id);
  return {
    id: card.id,
    name: card.name,
    ownAliases: aliases.filter((a) => a.ownerId === memberId).map((a) => a.text),
    teamAliases: aliases.filter((a) => a.ownerId === null).map((a) => a.text),
    folder: namesDown(known.folder, card.folderId),
    alsoIn: pathsOf(known.folder, card.alsoIn),
    tags: pathsOf(known.tag, card.tagIds),
    lists: lists.length === 0 ? none : lists.map(({ name }) => name),
    stars: shelf.starsOf(card.id),
    maker: card.maker,
    effects: card.effects,
    note: card.note,
    medium: card.medium,
    fits: card.fits,
    madeFor: card.madeFor,
    groupId: card.groupId,
    layer: card.layer,
    origin: card.authorId === memberId || isFavourite ? 0 : card.layer === "supplied" ? 2 : 1,
    by: card.authorId === null ? "" : (names.get(card.authorId) ?? ""),
    added: Date.parse(card.addedAt),
    changed: Date.parse(card.changedAt),
    used: habits.length === 0 ? null : Math.max(...habits.map(({ lastAt }) => lastAt)),
    habit: habits.length === 0 ? unused : Object.fromEntries(habits.map(({ kind, score }) => [kind, score])),
    keys: key === undefined ? [] : [key],
    isFavourite,
    isDefault: shelf.isDefault(card.id),
    isWithdrawn: card.withdrawn,
    isHidden: shelf.isHidden(card),
    isDouble: shelf.isDouble(card.id),
  };
}

/** A card as this member's search index sees it. */
export const cardDocument = (card: CardHead, copy: Shelved, memberId: string): SearchDocument =>
  documentFrom(card, copy, memberId, namesOf(copy.known));

/** What an index must put and remove so that it says of some cards what the copy does. */
export function documentsOf(
  ids: Iterable<string>,
  copy: Shelved,
  memberId: string,
): { put: SearchDocument[]; remove: string[] } {
  const put: SearchDocument[] = [];
  const remove: string[] = [];
  const names = namesOf(copy.known);
  for (const id of ids) {
    const card = copy.known.card.get(id);
    if (card) put.push(documentFrom(card, copy, memberId, names));
    else remove.push(id);
  }
  return { put, remove };
}
