import type { MediaFacts } from "@/core/library/media";
import { and, eq, inArray, sql } from "drizzle-orm";
import type { Executor } from "./connection";
import { media } from "./schema";

/** Notes that a library has a medium; one that it has already keeps its name. What somebody brings in is not only rendered. */
export async function noteMedia(
  db: Executor,
  row: Pick<typeof media.$inferInsert, "libraryId" | "id" | "name" | "bytes" | "facts" | "isRendered">,
): Promise<void> {
  const insert = db.insert(media).values(row);
  await (row.isRendered
    ? insert.onConflictDoNothing()
    : insert.onConflictDoUpdate({ target: [media.libraryId, media.id], set: { isRendered: false } }));
}

/** Bytes of a medium: the original, and the decoded sound beside it or what was made of a video. */
const allBytes = sql<number>`(${media.bytes} + coalesce((${media.facts}->>'frames')::bigint * (${media.facts}->>'channels')::bigint * 4, 0) + coalesce((${media.facts}->>'copied')::bigint, 0))::float8`;

/** Bytes that a library's material takes. */
export async function usedBytes(db: Executor, libraryId: string): Promise<number> {
  const [row] = await db
    .select({ used: sql<number>`coalesce(sum(${allBytes}), 0)::float8` })
    .from(media)
    .where(eq(media.libraryId, libraryId));
  return row.used;
}

/** Days for which what was taken out of use may be brought back, and its material with it. */
const rememberedFor = 30;

/** The media that a text names by their hashes, in quotes. */
const hashes = (text: unknown) => sql`(regexp_matches(${text}, '"([0-9a-f]{64})"', 'g'))[1]`;
/** What targets were rendered from in place, and may be brought back. */
export const inOrigins = (libraryId: string) =>
  sql`select ${hashes(sql`origin::text`)} from target where library_id = ${libraryId} and origin is not null`;

/** The sounds that came with videos: they stay as long as those do. */
export const soundsOfVideos = (libraryId: string) =>
  sql`select facts->>'sound' from media where library_id = ${libraryId} and facts->>'sound' is not null`;

/**
 * A library's material that nothing uses: no target, nothing that one was rendered from, no content of a card, and no change of the last 30 days, which
 * could be taken back. What came within the last hour may just be on its way somewhere.
 */
export async function unusedMedia(db: Executor, libraryId: string) {
  const used = sql`
    select media_id as id from target where library_id = ${libraryId} and media_id is not null
    union ${inOrigins(libraryId)}
    union select ${hashes(sql`chain_text`)} from target where library_id = ${libraryId}
    union select ${hashes(sql`chain_text`)} from card_version where library_id = ${libraryId}
    union select ${hashes(sql`c.forward::text || c.backward::text`)} from change c join stream s on s.id = c.stream_id
      where s.library_id = ${libraryId} and c.at > now() - make_interval(days => ${rememberedFor})`;
  return db
    .select({
      id: media.id,
      name: media.name,
      kind: sql<MediaFacts["kind"]>`${media.facts}->>'kind'`,
      bytes: allBytes,
      addedAt: media.addedAt,
    })
    .from(media)
    .where(
      and(
        eq(media.libraryId, libraryId),
        sql`${media.addedAt} < now() - interval '1 hour'`,
        sql`${media.id} not in (${used})`,
        sql`${media.id} not in (${soundsOfVideos(libraryId)})`,
      ),
    )
    .orderBy(sql`${allBytes} desc`, media.id);
}

/** Media of a library by their hashes or names, whatever the case of these; of one name at most so many, the last first. */
export async function findMedia(
  db: Executor,
  libraryId: string,
  { hashes: ids, names }: { readonly hashes: readonly string[]; readonly names: readonly string[] },
  mostOfOneName: number,
) {
  const name = sql`lower(${media.name})`;
  const found = db
    .select({
      id: media.id,
      name: media.name,
      facts: media.facts,
      place:
        sql<number>`row_number() over (partition by ${name} order by ${media.addedAt} desc, ${media.id})`.as(
          "place",
        ),
    })
    .from(media)
    .where(
      and(
        eq(media.libraryId, libraryId),
        eq(media.isRendered, false),
        // Nobody brought it in by itself: whoever wants it wants the film.
        sql`${media.id} not in (${soundsOfVideos(libraryId)})`,
        sql`(${media.id} = any(${sql.param([...ids])}::text[]) or ${name} = any(select lower(one) from unnest(${sql.param([...names])}::text[]) as one))`,
      ),
    )
    .as("found");
  return db
    .select({ id: found.id, name: found.name, facts: found.facts })
    .from(found)
    .where(sql`${found.place} <= ${mostOfOneName} or ${found.id} = any(${sql.param([...ids])}::text[])`)
    .orderBy(found.place, found.id);
}

/** The videos that some sounds came with. */
export const filmsOf = (db: Executor, libraryId: string, sounds: readonly string[]) =>
  db
    .select({ id: media.id, name: media.name, facts: media.facts })
    .from(media)
    .where(
      and(
        eq(media.libraryId, libraryId),
        sql`${media.facts}->>'sound' = any(${sql.param([...sounds])}::text[])`,
      ),
    );

/** Those of some media that no library has. */
export async function ofNoLibrary(db: Executor, ids: readonly string[]): Promise<string[]> {
  const had = new Set(
    (
      await db
        .select({ id: media.id })
        .from(media)
        .where(inArray(media.id, [...ids]))
    ).map(({ id }) => id),
  );
  return ids.filter((id) => !had.has(id));
}

/** Takes material out of a library; gives what no other library has either. */
export async function removeMedia(
  db: Executor,
  libraryId: string,
  ids: readonly string[],
): Promise<string[]> {
  if (ids.length === 0) return [];
  await db.delete(media).where(and(eq(media.libraryId, libraryId), inArray(media.id, [...ids])));
  return ofNoLibrary(db, ids);
}
