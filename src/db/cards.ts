import { and, asc, eq, inArray, isNull, or, sql, type SQL } from "drizzle-orm";
import { headFields, type Card } from "@/core/library/entities";
import type { Executor } from "./connection";
import { fromColumns, readRow } from "./entities";
import { card, cardVersion, media } from "./schema";

/** The cards that a member may know of: all but others' private ones. Null stands for what all may know. */
const seenBy = (userId: string | null): SQL =>
  userId === null ? isNull(card.ownerId) : or(isNull(card.ownerId), eq(card.ownerId, userId))!;

/** A card that the member may know of, or null. */
export async function readCard(
  db: Executor,
  libraryId: string,
  userId: string,
  id: string,
): Promise<Card | null> {
  const found = await readRow(db, "card", libraryId, id);
  return found && (found.ownerId === null || found.ownerId === userId) ? found : null;
}

/** A member's private cards, also those withdrawn, in the order of their ids. */
export async function readOwnCards(db: Executor, libraryId: string, userId: string): Promise<Card[]> {
  const rows = await db
    .select()
    .from(card)
    .where(and(eq(card.libraryId, libraryId), eq(card.ownerId, userId)))
    .orderBy(card.id);
  return rows.map((row) => fromColumns("card", row));
}

/** How many private cards a member has, also those withdrawn; of some cards, how many are theirs. */
export async function countOwnCards(
  db: Executor,
  libraryId: string,
  userId: string,
  among?: readonly string[],
): Promise<number> {
  const [{ n }] = await db
    .select({ n: sql<number>`count(*)::integer` })
    .from(card)
    .where(
      and(
        eq(card.libraryId, libraryId),
        eq(card.ownerId, userId),
        among && sql`${card.id} = any(${sql.param([...among])}::uuid[])`,
      ),
    );
  return n;
}

/** The versions of a card that are there, the oldest first. */
export const readVersions = (db: Executor, libraryId: string, cardId: string) =>
  db
    .select()
    .from(cardVersion)
    .where(and(eq(cardVersion.libraryId, libraryId), eq(cardVersion.cardId, cardId)))
    .orderBy(asc(cardVersion.number));

/** As JavaScript writes a time. */
const asTime = (column: (typeof card)["addedAt" | "changedAt"]) =>
  sql`to_char(${column} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;

/** Each field of a card's head, as what PostgreSQL makes JSON of. */
const headColumns: { readonly [F in (typeof headFields)[number]]: SQL | (typeof card)[keyof typeof card] } = {
  id: card.id,
  version: card.version,
  layer: card.layer,
  name: card.name,
  medium: card.medium,
  fits: card.fits,
  folderId: card.folderId,
  note: card.note,
  contentVersion: card.contentVersion,
  fingerprint: card.fingerprint,
  effects: card.effects,
  authorId: card.authorId,
  addedAt: asTime(card.addedAt),
  withdrawn: card.withdrawn,
  proof: card.proof,
  maker: card.maker,
  changedAt: asTime(card.changedAt),
  madeFor: card.madeFor,
  groupId: card.groupId,
  alsoIn: card.alsoIn,
  tagIds: card.tagIds,
  ownerId: card.ownerId,
  keptOn: card.keptOn,
};

/** Heads that are read with one statement. */
const headsAtOnce = 2000;
/** The same where contents are looked into: few enough that an index is the way to them, whatever is known of the table. */
const lookedAtOnce = 500;

/** How many cards there are that all may know of. */
export async function countCards(db: Executor, libraryId: string): Promise<number> {
  const [{ n }] = await db
    .select({ n: sql<number>`count(*)::integer` })
    .from(card)
    .where(and(eq(card.libraryId, libraryId), seenBy(null)));
  return n;
}

/**
 * The heads of all cards that a member may know of (null: that all may), so many at a time: each as the text of a JSON array of its `headFields`, joined by commas.
 * PostgreSQL makes the text, which goes through as it is. To be read within one transaction.
 */
export async function* headTexts(
  db: Executor,
  libraryId: string,
  userId: string | null,
): AsyncGenerator<string> {
  const fields = sql.join(
    headFields.map((field) => sql`${headColumns[field]}`),
    sql`, `,
  );
  interface Read extends Record<string, unknown> {
    readonly text: string | null;
    readonly last: string | null;
    readonly n: number;
  }
  let last: string | null = null;
  for (;;) {
    const after: SQL = last === null ? sql`` : sql`and ${card.id} > ${last}`;
    const { rows }: { rows: Read[] } = await db.execute<Read>(sql`
      select string_agg(head, ',' order by id) as text, (array_agg(id order by id desc))[1] as last, count(*)::integer as n
      from (
        select ${card.id} as id, json_build_array(${fields})::text as head
        from ${card} where ${card.libraryId} = ${libraryId} and ${seenBy(userId)} ${after}
        order by ${card.id} limit ${headsAtOnce}
      ) heads`);
    const [{ text, last: reached, n }] = rows;
    if (text !== null) yield text;
    if (n < headsAtOnce) return;
    last = reached;
  }
}

/** Fingerprints of contents that more than one card in use has, of those that a member may know of. */
export async function doubledContents(
  db: Executor,
  libraryId: string,
  userId: string,
): Promise<ReadonlySet<string>> {
  const { rows } = await db.execute<{ fingerprint: string }>(sql`
    select fingerprint from ${card} where ${card.libraryId} = ${libraryId} and not ${card.withdrawn} and ${seenBy(userId)}
    group by fingerprint having count(*) > 1`);
  return new Set(rows.map((row) => row.fingerprint));
}

/**
 * The cards in use that a member may know of, with some of these effects, which name files that the library does not
 * have: how many of them. Those with the lowest ids, where there are more than `most`.
 */
export async function cardsWithoutFiles(
  db: Executor,
  libraryId: string,
  userId: string,
  effects: readonly string[],
  most: number,
): Promise<[cardId: string, files: number][]> {
  const found: [cardId: string, files: number][] = [];
  let last: string | null = null;
  // A stretch after the other in the order of the ids, so that no statement goes through all that the database holds.
  for (;;) {
    const after: SQL = last === null ? sql`` : sql`and ${card.id} > ${last}`;
    interface Stretch extends Record<string, unknown> {
      readonly last: string | null;
      readonly n: number;
      readonly found: [cardId: string, files: number][];
    }
    const { rows }: { rows: Stretch[] } = await db.execute<Stretch>(sql`
      with stretch as materialized (
        select ${card.id} as id, ${card.chainText} as chain_text,
          not ${card.withdrawn} and ${seenBy(userId)} and ${card.effects} && ${sql.param([...effects])}::text[] as is_asked
        from ${card} where ${card.libraryId} = ${libraryId} ${after} order by ${card.id} limit ${lookedAtOnce}
      ), lacking as (
        select stretch.id, count(distinct named.hash)::integer as files
        from stretch cross join lateral (
          select (regexp_matches(stretch.chain_text, '"([0-9a-f]{64})"', 'g'))[1] as hash
        ) as named
        where stretch.is_asked
          and not exists (select 1 from ${media} where ${media.libraryId} = ${libraryId} and ${media.id} = named.hash)
        group by stretch.id
      )
      select (select id from stretch order by id desc limit 1) as last, (select count(*)::integer from stretch) as n,
        coalesce((select json_agg(json_build_array(id, files) order by id) from lacking), '[]') as found`);
    const [{ n, ...stretch }] = rows;
    found.push(...stretch.found);
    if (n < lookedAtOnce || found.length >= most) return found.slice(0, most);
    last = stretch.last;
  }
}

/** Some contents by their fingerprints, each as its canonical text; those only of others' private cards are left out. */
export async function readContents(
  db: Executor,
  libraryId: string,
  userId: string,
  fingerprints: readonly string[],
): Promise<Map<string, string>> {
  // Many cards may have the same content: of each the first that is found.
  const { rows } = await db.execute<{ fingerprint: string; chainText: string }>(sql`
    select wanted.fingerprint, found.chain_text as "chainText"
    from unnest(${sql.param([...fingerprints])}::text[]) as wanted (fingerprint)
    cross join lateral (
      select chain_text from ${cardVersion}
      where library_id = ${libraryId} and fingerprint = wanted.fingerprint
        and (owner_id is null or owner_id = ${userId}) limit 1
    ) as found`);
  return new Map(rows.map((row) => [row.fingerprint, row.chainText]));
}

/** The cards of some groups of variants, also those withdrawn. */
export async function cardsOfGroups(
  db: Executor,
  libraryId: string,
  groupIds: readonly string[],
): Promise<{ readonly id: string; readonly groupId: string | null }[]> {
  if (groupIds.length === 0) return [];
  return db
    .select({ id: card.id, groupId: card.groupId })
    .from(card)
    .where(and(eq(card.libraryId, libraryId), inArray(card.groupId, [...groupIds])))
    .orderBy(card.id);
}
