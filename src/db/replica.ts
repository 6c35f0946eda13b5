import { and, eq, inArray, isNotNull, notExists, sql } from "drizzle-orm";
import type { EntityRows } from "@/core/library/entities";
import type { Executor } from "./connection";
import { fromColumns } from "./entities";
import { inOrigins, soundsOfVideos } from "./media";
import { benchSession, library, media, member, target, timeline } from "./schema";

export async function readTargets(
  db: Executor,
  libraryId: string,
  sessionId: string,
): Promise<EntityRows["target"][]> {
  const list = await db
    .select()
    .from(target)
    .where(and(eq(target.libraryId, libraryId), eq(target.sessionId, sessionId)));
  return list.map((row) => fromColumns("target", row));
}

/** The timeline that a session began with, or null. */
export async function readTimelineOf(
  db: Executor,
  libraryId: string,
  sessionId: string,
): Promise<EntityRows["timeline"] | null> {
  const [row] = await db
    .select()
    .from(timeline)
    .where(and(eq(timeline.libraryId, libraryId), eq(timeline.sessionId, sessionId)));
  return row ? fromColumns("timeline", row) : null;
}

/** The sessions in use, in their order. */
export const listSessions = (db: Executor, libraryId: string) =>
  db
    .select()
    .from(benchSession)
    .where(and(eq(benchSession.libraryId, libraryId), eq(benchSession.removed, false)))
    .orderBy(benchSession.position, benchSession.id);

export const readSession = async (db: Executor, libraryId: string, sessionId: string) =>
  (
    await db
      .select()
      .from(benchSession)
      .where(and(eq(benchSession.libraryId, libraryId), eq(benchSession.id, sessionId)))
  )[0] ?? null;

/** The kinds of target with material of their own that there are in each session in use. */
export const kindsInSessions = (db: Executor, libraryId: string) =>
  db
    .select({ sessionId: target.sessionId, kind: target.kind })
    .from(benchSession)
    .innerJoin(target, eq(target.sessionId, benchSession.id))
    .where(
      and(eq(benchSession.libraryId, libraryId), eq(benchSession.removed, false), isNotNull(target.mediaId)),
    )
    .groupBy(target.sessionId, target.kind);

/** The named media of a library. */
export const listMedia = (db: Executor, libraryId: string, ids: readonly string[]) =>
  db
    .select({ id: media.id, name: media.name, facts: media.facts })
    .from(media)
    .where(and(eq(media.libraryId, libraryId), inArray(media.id, [...ids])));

/** Media that no target of any session shows, or was made from: what effects depend on. By name. */
export const listFiles = (db: Executor, libraryId: string) =>
  db
    .select({ id: media.id, name: media.name, facts: media.facts })
    .from(media)
    .where(
      and(
        eq(media.libraryId, libraryId),
        eq(media.isRendered, false),
        sql`${media.id} not in (${inOrigins(libraryId)})`,
        sql`${media.id} not in (${soundsOfVideos(libraryId)})`,
        notExists(
          db
            .select({ one: sql`1` })
            .from(target)
            .where(and(eq(target.libraryId, libraryId), eq(target.mediaId, media.id))),
        ),
      ),
    )
    .orderBy(media.name, media.id);

export const readMedia = async (db: Executor, libraryId: string, mediaId: string) =>
  (
    await db
      .select()
      .from(media)
      .where(and(eq(media.libraryId, libraryId), eq(media.id, mediaId)))
  )[0] ?? null;

export const listLibraries = (db: Executor, userId: string) =>
  db
    .select({ id: library.id, name: library.name, role: member.role })
    .from(member)
    .innerJoin(library, eq(library.id, member.libraryId))
    .where(and(eq(member.userId, userId), eq(member.removed, false)))
    .orderBy(library.name, library.id);

export async function readMember(db: Executor, libraryId: string, userId: string) {
  const [found] = await db
    .select({
      libraryId: member.libraryId,
      userId: member.userId,
      role: member.role,
      settings: member.settings,
      name: member.name,
      libraryName: library.name,
    })
    .from(member)
    .innerJoin(library, eq(library.id, member.libraryId))
    .where(and(eq(member.libraryId, libraryId), eq(member.userId, userId), eq(member.removed, false)));
  return found ?? null;
}
