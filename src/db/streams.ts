import { and, asc, desc, eq, gt, ilike, inArray, isNull, lt, or, sql } from "drizzle-orm";
import type { Change, StreamKind } from "@/core/library/change";
import { touchedBy } from "@/core/library/describe-change";
import type { ChangeNotice } from "@/core/library/live";
import type { Executor } from "./connection";
import { benchSession, change, stream } from "./schema";

export type StreamRow = typeof stream.$inferSelect;
export type ChangeRow = typeof change.$inferSelect;

/** Which line of revisions a change belongs to. */
export interface StreamKey {
  readonly libraryId: string;
  readonly memberId?: string;
  readonly sessionId?: string;
}

const matches = ({ libraryId, memberId, sessionId }: StreamKey) =>
  and(
    eq(stream.libraryId, libraryId),
    memberId ? eq(stream.memberId, memberId) : isNull(stream.memberId),
    sessionId ? eq(stream.sessionId, sessionId) : isNull(stream.sessionId),
  );

/** Locks a stream for the rest of the transaction; changes to one stream wait for each other. Makes it where missing. */
export async function lockStream(db: Executor, key: StreamKey, newId: string): Promise<StreamRow> {
  const locked = () => db.select().from(stream).where(matches(key)).for("update");
  const [found] = await locked();
  if (found) return found;
  await makeStream(db, key, newId);
  return (await locked())[0];
}

/** Makes a stream where it is missing. */
export async function makeStream(
  db: Executor,
  { libraryId, memberId, sessionId }: StreamKey,
  newId: string,
): Promise<void> {
  await db
    .insert(stream)
    .values({ id: newId, libraryId, memberId: memberId ?? null, sessionId: sessionId ?? null })
    .onConflictDoNothing();
}

/** The stream of that id in a library, where it is shared or the member's own, or null. */
export const findStreamById = async (
  db: Executor,
  libraryId: string,
  memberId: string,
  id: string,
): Promise<StreamRow | null> =>
  (
    await db
      .select()
      .from(stream)
      .where(
        and(
          eq(stream.libraryId, libraryId),
          eq(stream.id, id),
          or(isNull(stream.memberId), eq(stream.memberId, memberId)),
        ),
      )
  )[0] ?? null;

export const findStream = async (db: Executor, key: StreamKey): Promise<StreamRow | null> =>
  (await db.select().from(stream).where(matches(key)))[0] ?? null;

export const kindOf = ({ memberId, sessionId }: Pick<StreamRow, "memberId" | "sessionId">): StreamKind =>
  memberId ? "member" : sessionId ? "session" : "library";

/** Where listeners hear of changes; only ids and revisions go this way. */
export const changeChannel = "fichier_change";

/** Writes a change as the next revision of a locked stream and tells listeners its ids. */
export async function record(
  db: Executor,
  locked: StreamRow,
  row: Omit<typeof change.$inferInsert, "streamId" | "revision" | "touches">,
): Promise<ChangeRow> {
  const revision = locked.revision + 1;
  await db.update(stream).set({ revision }).where(eq(stream.id, locked.id));
  const [written] = await db
    .insert(change)
    .values({ ...row, streamId: locked.id, revision, touches: touchedBy(row.forward, row.backward) })
    .returning();
  const { libraryId, memberId, sessionId } = locked;
  const notice: ChangeNotice = { libraryId, memberId, sessionId, of: kindOf(locked), revision };
  await db.execute(sql`select pg_notify(${changeChannel}, ${JSON.stringify(notice)})`);
  return written;
}

export const findRequest = async (db: Executor, requestId: string): Promise<ChangeRow | null> =>
  (await db.select().from(change).where(eq(change.requestId, requestId)))[0] ?? null;

export async function changesSince(
  db: Executor,
  streamId: string,
  since: number,
  limit: number,
): Promise<ChangeRow[]> {
  return db
    .select()
    .from(change)
    .where(and(eq(change.streamId, streamId), gt(change.revision, since)))
    .orderBy(asc(change.revision))
    .limit(limit);
}

/** The change that a member's next `undo` or `redo` over these streams would take back, `among` those of these commands, or null. */
export async function nextToTakeBack(
  db: Executor,
  streamIds: readonly string[],
  actorId: string,
  direction: "undo" | "redo",
  among: readonly string[],
): Promise<ChangeRow | null> {
  if (streamIds.length === 0) return null;
  const latest = async (directions: ("do" | "undo" | "redo")[], open: boolean) => {
    // The latest of each stream by its index, and of those the latest.
    const ofStream = db
      .select()
      .from(change)
      .where(
        and(
          eq(change.streamId, stream.id),
          eq(change.actorId, actorId),
          inArray(change.direction, directions),
          inArray(change.command, [...among]),
          // Written out: an index of those that stand is asked for by the same words.
          open ? sql`${change.takenBack} = false` : undefined,
        ),
      )
      .orderBy(desc(change.sequence))
      .limit(1)
      .as("latest");
    const [found] = await db
      .select(ofStream._.selectedFields)
      .from(stream)
      .crossJoinLateral(ofStream)
      .where(inArray(stream.id, [...streamIds]))
      .orderBy(desc(ofStream.sequence))
      .limit(1);
    return (found as ChangeRow | undefined) ?? null;
  };
  if (direction === "undo") return latest(["do", "redo"], true);
  const undone = await latest(["undo"], true);
  const done = await latest(["do"], false);
  // After something new there is nothing left to redo.
  return undone && (!done || undone.sequence > done.sequence) ? undone : null;
}

export const findChange = async (
  db: Executor,
  streamId: string,
  revision: number,
): Promise<ChangeRow | null> =>
  (
    await db
      .select()
      .from(change)
      .where(and(eq(change.streamId, streamId), eq(change.revision, revision)))
  )[0] ?? null;

export interface HistoryQuery {
  readonly libraryId: string;
  /** Whose own things are seen besides what is shared. */
  readonly memberId: string;
  /** Only changes before this place in the order. */
  readonly before?: number;
  /** Words that the summary must hold, in any letter case. */
  readonly words: readonly string[];
  readonly actorId?: string;
  /** Only what is about this row. */
  readonly of?: string;
  readonly limit: number;
}

const {
  streamId,
  revision,
  sequence,
  command,
  summary,
  actorId: by,
  at,
  direction,
  takesBack,
  takenBack,
} = change;
/** What a list shows of a change: not its rows, which may be many. */
const shown = {
  streamId,
  revision,
  sequence,
  command,
  summary,
  actorId: by,
  at,
  direction,
  takesBack,
  takenBack,
};

/** The changes of a library that a member may see, the newest first. */
export async function listHistory(
  db: Executor,
  { libraryId, memberId, before, words, actorId, of, limit }: HistoryQuery,
) {
  // The latest of each stream by its index, and of those the latest: the whole history is never put in order.
  const latest = db
    .select(shown)
    .from(change)
    .where(
      and(
        eq(change.streamId, stream.id),
        before === undefined ? undefined : lt(change.sequence, before),
        actorId === undefined ? undefined : eq(change.actorId, actorId),
        of === undefined ? undefined : sql`${change.touches} @> ${sql.param([of])}::uuid[]`,
        ...words.map((word) => ilike(change.summary, `%${word.replace(/[\\%_]/g, "\\$&")}%`)),
      ),
    )
    .orderBy(desc(change.sequence))
    .limit(limit)
    .as("latest");
  return db
    .select({
      change: latest._.selectedFields,
      stream: { memberId: stream.memberId, sessionId: stream.sessionId },
      sessionName: benchSession.name,
    })
    .from(stream)
    .crossJoinLateral(latest)
    .leftJoin(benchSession, eq(benchSession.id, stream.sessionId))
    .where(and(eq(stream.libraryId, libraryId), or(isNull(stream.memberId), eq(stream.memberId, memberId))))
    .orderBy(desc(latest.sequence))
    .limit(limit);
}

export async function markTakenBack(db: Executor, { streamId, revision }: ChangeRow): Promise<void> {
  await db
    .update(change)
    .set({ takenBack: true })
    .where(and(eq(change.streamId, streamId), eq(change.revision, revision)));
}

/** A change of a stream as clients see it. */
export const publicChange = (
  row: ChangeRow,
  of: Pick<StreamRow, "memberId" | "sessionId">,
): Change & { summary: string } => ({
  streamId: row.streamId,
  of: kindOf(of),
  sessionId: of.sessionId,
  revision: row.revision,
  command: row.command,
  summary: row.summary,
  actorId: row.actorId,
  at: row.at.toISOString(),
  forward: row.forward,
  takesBack: row.takesBack,
});
