import { v7 as newId } from "uuid";
import { refiled } from "@/core/library/filing";
import type { Card, EntityRows, Folder, Tag } from "@/core/library/entities";
import { childrenOf, findNamed, namesDown, rowsWithin } from "@/core/library/tree";
import { leastTags } from "@/core/library/tags";
import { fold } from "@/core/text/fold";
import { deepestFolder, formatPath, freeName } from "@/core/text/names";
import { cardsHolding, namesDownTo, readBranches, readChildren, type BranchEntity } from "@/db/branches";
import type { Ledger } from "@/db/ledger";
import { lastPlace, placesAmong } from "@/core/library/places";
import { Refusal } from "./refusal";
import { requireRow } from "./rows";

/* What is done alike to folders and to tags. */

type Branches<E extends BranchEntity> = Map<string, EntityRows[E]>;

export const allBranches = async <E extends BranchEntity>(ledger: Ledger, entity: E): Promise<Branches<E>> =>
  new Map((await readBranches(ledger.db, entity, ledger.libraryId)).map((row) => [row.id, row]));

/** Refuses a name that a sibling has already. */
function refuseSameName(
  entity: BranchEntity,
  siblings: readonly { readonly id: string; readonly name: string }[],
  name: string,
  except?: string,
): void {
  const namesake = findNamed(
    siblings.filter((row) => row.id !== except),
    name,
  );
  if (namesake)
    throw new Refusal(409, "same-name", `There is a ${entity} “${namesake.name}” here already.`, {
      field: "name",
      hint: "Use that one or choose another name.",
      [`${entity}Id`]: namesake.id,
    });
}

const siblingsIn = <E extends BranchEntity>(
  ledger: Ledger,
  entity: E,
  parentId: string | null,
): Promise<EntityRows[E][]> => readChildren(ledger.db, entity, ledger.libraryId, parentId);

/** A new row of a tree, at the end of its siblings. */
async function insertBranch<E extends BranchEntity>(
  ledger: Ledger,
  entity: E,
  parentId: string | null,
  name: string,
  siblings: readonly EntityRows[E][],
): Promise<EntityRows[E]> {
  const row = { id: newId(), parentId, name, position: lastPlace(siblings) };
  return entity === "folder"
    ? ((await ledger.insert("folder", { ...row, sign: "", fits: [], pictureOf: null })) as EntityRows[E])
    : ((await ledger.insert("tag", row)) as EntityRows[E]);
}

/** The row that a path leads to, with those that are missing made on the way. Null for an empty path. */
export async function ensurePath<E extends BranchEntity>(
  ledger: Ledger,
  entity: E,
  names: readonly string[],
): Promise<{ id: string | null; made: string[] }> {
  let id: string | null = null;
  const made: string[] = [];
  for (const name of names) {
    // In one that was made just now there is nothing yet.
    const siblings: EntityRows[E][] = made.length > 0 ? [] : await siblingsIn(ledger, entity, id);
    const there = findNamed(siblings, name);
    if (!there) made.push(name);
    id = (there ?? (await insertBranch(ledger, entity, id, name, siblings))).id;
  }
  return { id, made };
}

/** Makes a folder or tag, last among its siblings. */
export async function createBranch(
  ledger: Ledger,
  entity: BranchEntity,
  { parentId, name }: { parentId: string | null; name: string },
) {
  if (parentId !== null) await requireRow(ledger, entity, parentId);
  const above = await namesDownTo(ledger.db, entity, ledger.libraryId, parentId);
  if (above.length >= deepestFolder) throw tooDeep(entity);
  const siblings = await siblingsIn(ledger, entity, parentId);
  refuseSameName(entity, siblings, name);
  const row = await insertBranch(ledger, entity, parentId, name, siblings);
  return { summary: `made ${entity} “${name}”`, id: row.id };
}

const tooDeep = (entity: BranchEntity) =>
  new Refusal(
    400,
    "too-deep",
    `${entity === "folder" ? "Folders" : "Tags"} lie at most ${deepestFolder} deep.`,
    {
      field: "parentId",
    },
  );

export async function renameBranch(
  ledger: Ledger,
  before: Folder | Tag,
  entity: BranchEntity,
  name: string,
): Promise<string> {
  refuseSameName(entity, await siblingsIn(ledger, entity, before.parentId), name, before.id);
  await ledger.update(entity, before.id, { name });
  return `renamed ${entity} “${before.name}” to “${name}”`;
}

/** Gives rows of a tree a parent, with places among the siblings there from `at` on, and names where these are given. */
async function place(
  ledger: Ledger,
  entity: BranchEntity,
  siblings: readonly (Folder | Tag)[],
  moved: readonly (Folder | Tag)[],
  parentId: string | null,
  at: number,
  names: readonly string[] = moved.map(({ name }) => name),
): Promise<void> {
  const { positions, others } = placesAmong(siblings, at, moved.length);
  await ledger.updateAll<BranchEntity>(entity, [
    ...siblings.flatMap((row) => {
      const position = others.get(row.id);
      return position === undefined ? [] : [[row, { position }] as const];
    }),
    ...moved.map((row, i) => [row, { parentId, position: positions[i], name: names[i] }] as const),
  ] as never);
}

/** Moves a row with all that lies in it under another parent, or among its siblings before the one named (null: last). */
export async function moveBranch(
  ledger: Ledger,
  entity: BranchEntity,
  id: string,
  { parentId, beforeId = null, seen }: { parentId: string | null; beforeId?: string | null; seen?: number },
): Promise<{ summary: string }> {
  const moved = await requireRow(ledger, entity, id, seen);
  if (parentId !== null) await requireRow(ledger, entity, parentId);
  const all = await allBranches(ledger, entity);
  const inside = rowsWithin(all, id);
  if (parentId !== null && inside.has(parentId))
    throw new Refusal(409, "into-itself", `“${moved.name}” cannot be moved into itself.`, {
      field: "parentId",
      hint: `Choose a ${entity} outside of it.`,
    });
  const own = namesDown(all, id).length;
  const height = Math.max(...Array.from(inside, (each) => namesDown(all, each).length - own + 1));
  if (namesDown(all, parentId).length + height > deepestFolder) throw tooDeep(entity);
  const siblings = childrenOf<Folder | Tag>(all, parentId).filter((row) => row.id !== id);
  refuseSameName(entity, siblings, moved.name);
  const at = beforeId === null ? siblings.length : siblings.findIndex((row) => row.id === beforeId);
  if (at < 0)
    throw new Refusal(409, "not-there", `The ${entity} to put it before lies elsewhere now.`, {
      field: "beforeId",
    });
  await place(ledger, entity, siblings, [moved], parentId, at);
  if (entity === "tag" && parentId !== moved.parentId) await dropImplied(ledger, [...inside]);
  return { summary: `moved ${entity} “${moved.name}”` };
}

/** Takes from cards that have one of some tags those tags that are implied by others now. */
async function dropImplied(ledger: Ledger, tagIds: readonly string[]): Promise<void> {
  const tags = await allBranches(ledger, "tag");
  const cards = await cardsHolding(ledger.db, "tag", ledger.libraryId, tagIds);
  await ledger.updateAll(
    "card",
    cards.map((card) => [card, { tagIds: leastTags(tags, card.tagIds) }]),
  );
}

/**
 * Gives what hangs on rows of a tree to others: cards lie in those, or have them, and which these are is said by id (null:
 * none). The rows themselves must still be there. Returns the number of cards.
 */
async function handOver(
  ledger: Ledger,
  entity: BranchEntity,
  become: ReadonlyMap<string, string | null>,
): Promise<number> {
  const cards = await cardsHolding(ledger.db, entity, ledger.libraryId, [...become.keys()]);
  const tags = entity === "tag" ? await allBranches(ledger, "tag") : null;
  const after = (card: Card): Partial<Card> =>
    tags
      ? {
          tagIds: leastTags(
            tags,
            card.tagIds.flatMap((id) => (become.has(id) ? (become.get(id) ?? []) : id)),
          ),
        }
      : refiled(card, become);
  await ledger.updateAll(
    "card",
    cards.map((card) => [card, after(card)]),
  );
  return cards.length;
}

/**
 * Removes a row; what lies in it moves up to where it lay. Its cards go to its parent, or to no folder where `toTop`.
 * Returns how many these are.
 */
export async function removeBranch(
  ledger: Ledger,
  entity: BranchEntity,
  removed: Folder | Tag,
  toTop = false,
): Promise<number> {
  const siblings: (Folder | Tag)[] = await siblingsIn(ledger, entity, removed.parentId);
  const children: (Folder | Tag)[] = await siblingsIn(ledger, entity, removed.id);
  const taken = new Set(siblings.filter(({ id }) => id !== removed.id).map(({ name }) => fold(name)));
  const names = children.map((child) => freeName(child.name, taken));
  const at = siblings.findIndex(({ id }) => id === removed.id) + 1;
  await place(ledger, entity, siblings, children, removed.parentId, at, names);
  const moved = await handOver(ledger, entity, new Map([[removed.id, toTop ? null : removed.parentId]]));
  await ledger.delete(entity, removed.id);
  return moved;
}

/**
 * Puts all that lies in one row of a tree into another and removes the first; those of the same name in both are merged in
 * turn. Returns the number of cards that lie elsewhere now.
 */
export async function mergeBranches(
  ledger: Ledger,
  entity: BranchEntity,
  fromId: string,
  intoId: string,
  seen?: number,
) {
  const from = await requireRow(ledger, entity, fromId, seen);
  const into = await requireRow(ledger, entity, intoId);
  const all = await allBranches(ledger, entity);
  if (rowsWithin(all, fromId).has(intoId))
    throw new Refusal(409, "into-itself", `“${from.name}” cannot be merged into itself.`, {
      field: "intoId",
      hint: `Choose a ${entity} outside of it.`,
    });
  const become = new Map<string, string>();
  const moves: { readonly row: Folder | Tag; readonly parentId: string }[] = [];
  const merge = (one: string, other: string) => {
    become.set(one, other);
    for (const child of childrenOf<Folder | Tag>(all, one)) {
      // Where one lies in the other, what goes is among what is there: nothing is merged into that.
      const namesake = findNamed(
        childrenOf<Folder | Tag>(all, other).filter((row) => !become.has(row.id)),
        child.name,
      );
      if (namesake) merge(child.id, namesake.id);
      else moves.push({ row: child, parentId: other });
    }
  };
  merge(fromId, intoId);
  for (const { row, parentId } of moves) {
    const depth = namesDown(all, parentId).length;
    const own = namesDown(all, row.id).length;
    const height = Math.max(
      ...Array.from(rowsWithin(all, row.id), (id) => namesDown(all, id).length - own + 1),
    );
    if (depth + height > deepestFolder) throw tooDeep(entity);
  }
  for (const parentId of new Set(become.values())) {
    const rows = moves.flatMap((move) => (move.parentId === parentId ? move.row : []));
    const siblings = await siblingsIn(ledger, entity, parentId);
    await place(ledger, entity, siblings, rows, parentId, siblings.length);
  }
  const moved = await handOver(ledger, entity, become);
  // The deepest first: a row is removed when nothing lies in it.
  for (const id of [...become.keys()].reverse()) await ledger.delete(entity, id);
  if (entity === "tag")
    await dropImplied(
      ledger,
      moves.flatMap(({ row }) => [...rowsWithin(all, row.id)]),
    );
  return {
    summary: `merged ${entity} “${from.name}” into “${into.name}”`,
    result: { movedCards: moved },
  };
}

/** The folder that is meant, by its id or by names, with its path in words and what was made on the way; null for none. */
export async function requireFolder(
  ledger: Ledger,
  { id, names }: { readonly id?: string | null; readonly names: readonly string[] },
): Promise<{ readonly row: Folder | null; readonly path: string; readonly made: string[] }> {
  const found = id === undefined ? await ensurePath(ledger, "folder", names) : { id, made: [] };
  if (found.id === null) return { row: null, path: "", made: found.made };
  const row = await requireRow(ledger, "folder", found.id);
  const down = id === undefined ? names : await namesDownTo(ledger.db, "folder", ledger.libraryId, found.id);
  return { row, path: formatPath(down), made: found.made };
}
