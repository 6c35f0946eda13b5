import type { SignedChange } from "@/core/api/command";
import { useQuery, type QueryClient } from "@tanstack/react-query";
import {
  applyRowChanges,
  emptyReplica,
  replicaOf,
  type Replica,
  type StreamKind,
} from "@/core/library/change";
import type { LiveEvent } from "@/core/library/live";
import { Shelf } from "@/core/library/shelf";
import { byPosition } from "@/core/library/order";
import type { Session, Target } from "@/core/library/entities";
import type { MemberSettings } from "@/core/library/media";
import { changeSettings } from "@/core/api/operations/change-settings";
import { changes } from "@/core/api/operations/changes";
import { libraryReplica, type LibraryAnswer, type StreamState } from "@/core/api/operations/library-replica";
import { sessionReplica, type Media, type SessionAnswer } from "@/core/api/operations/session-replica";
import { ask } from "./api";

/** A library in the client's cache: what the server sent, with rows and streams by id. */
export interface LibraryData extends Omit<LibraryAnswer, "rows" | "streams"> {
  readonly replica: Replica;
  /** Where its cards lie; the same object as long as the copy is, following it. What is asked of it holds for the replica that stands beside it. */
  readonly shelf: Shelf;
  /** Those in use, in their order. */
  readonly sessions: readonly Session[];
  readonly streams: ReadonlyMap<string, StreamState>;
}

export interface SessionData extends Omit<SessionAnswer, "targets" | "media"> {
  readonly replica: Replica;
  readonly media: ReadonlyMap<string, Media>;
}

const byId = <Row extends { readonly id: string }>(rows: readonly Row[]) =>
  new Map(rows.map((row) => [row.id, row]));

export const historyKey = (libraryId: string) => ["history", libraryId] as const;
const libraryKey = (libraryId: string) => ["library", libraryId] as const;
export const sessionKey = (sessionId: string) => ["session", sessionId] as const;

const sessionsOf = ({ session }: Replica): Session[] =>
  [...session.values()].filter((s) => !s.removed).sort(byPosition);

async function fetchLibrary(libraryId: string): Promise<LibraryData> {
  const { rows, streams, ...rest } = await ask(libraryReplica, { libraryId });
  const replica = replicaOf(rows);
  return {
    ...rest,
    replica,
    shelf: new Shelf(replica),
    sessions: sessionsOf(replica),
    streams: new Map(streams.map(({ id, ...state }) => [id, state])),
  };
}

/** How a member, also a former one, is called in the library. */
export const nameOfMember = (replica: Replica, userId: string): string | undefined =>
  [...replica.member.values()].find((m) => m.userId === userId)?.name;

/** The member at this desk, with the role that they have now. */
function selfOf({ member }: LibraryData, replica: Replica): LibraryData["member"] {
  const row = [...replica.member.values()].find((m) => m.userId === member.id);
  return row ? { ...member, name: row.name, role: row.role } : member;
}

async function fetchSession(libraryId: string, sessionId: string): Promise<SessionData> {
  const { targets, media, ...rest } = await ask(sessionReplica, { libraryId, sessionId });
  return { ...rest, replica: { ...emptyReplica(), target: byId<Target>(targets) }, media: byId(media) };
}

export const useLibraryQuery = (libraryId: string) =>
  useQuery({ queryKey: libraryKey(libraryId), queryFn: () => fetchLibrary(libraryId) });

export const useSessionQuery = (libraryId: string, sessionId: string) =>
  useQuery({ queryKey: sessionKey(sessionId), queryFn: () => fetchSession(libraryId, sessionId) });

/**
 * Takes a change into the cached copies. A change that is known already does nothing; where others changed the same
 * stream since the last look, what lies between is fetched first.
 */
export function takeChange(client: QueryClient, libraryId: string, change: SignedChange): void {
  if (change.of === "session") return takeSessionChange(client, change);
  const data = client.getQueryData<LibraryData>(libraryKey(libraryId));
  if (!data) return;
  // A member's own stream begins with their first change; the library's is always there.
  const known = data.streams.get(change.streamId) ?? { of: change.of, revision: 0 };
  if (change.revision === known.revision + 1) {
    const replica = applyRowChanges(data.replica, change.forward);
    data.shelf.take(change.forward, replica);
    client.setQueryData<LibraryData>(libraryKey(libraryId), {
      ...data,
      streams: new Map(data.streams).set(change.streamId, { ...known, revision: change.revision }),
      replica,
      member: replica.member === data.replica.member ? data.member : selfOf(data, replica),
      sessions: replica.session === data.replica.session ? data.sessions : sessionsOf(replica),
    });
  } else if (change.revision > known.revision)
    catchUpWith(client, libraryId, change.of, null).catch(() =>
      client.invalidateQueries({ queryKey: libraryKey(libraryId) }),
    );
}

function takeSessionChange(client: QueryClient, { sessionId, revision, forward }: SignedChange): void {
  const key = sessionKey(sessionId!);
  const session = client.getQueryData<SessionData>(key);
  if (!session || revision <= session.stream.revision) return;
  const replica = applyRowChanges(session.replica, forward);
  // Somebody else's targets may need material that is not known here yet.
  const known = [...replica.target.values()].every((t) => t.mediaId === null || session.media.has(t.mediaId));
  if (revision === session.stream.revision + 1 && known)
    client.setQueryData<SessionData>(key, { ...session, stream: { ...session.stream, revision }, replica });
  else void client.invalidateQueries({ queryKey: key });
}

/** How far a stream is known here; null where nothing of it is. */
function knownRevision(
  client: QueryClient,
  libraryId: string,
  of: StreamKind,
  sessionId: string | null,
): number | null {
  if (of === "session")
    return client.getQueryData<SessionData>(sessionKey(sessionId!))?.stream.revision ?? null;
  const data = client.getQueryData<LibraryData>(libraryKey(libraryId));
  return data ? ([...data.streams.values()].find((s) => s.of === of)?.revision ?? 0) : null;
}

/** Fetches what a stream has brought since the last look, and takes it in. */
async function catchUpWith(
  client: QueryClient,
  libraryId: string,
  of: StreamKind,
  sessionId: string | null,
): Promise<void> {
  for (let more = true; more;) {
    const since = knownRevision(client, libraryId, of, sessionId);
    if (since === null) return;
    const answer = await ask(
      changes,
      { libraryId },
      { stream: of, since: String(since), ...(of === "session" && { sessionId: sessionId! }) },
    );
    for (const change of answer.changes)
      // Another answer may have brought it meanwhile; one that does not follow is not asked for again from here.
      if (
        change.revision === (knownRevision(client, libraryId, of, sessionId) ?? NaN) + 1 ||
        of === "session"
      )
        takeChange(client, libraryId, change);
    // Where nothing moved on, a copy is being fetched whole.
    more = answer.more && knownRevision(client, libraryId, of, sessionId) !== since;
  }
}

/** Takes in what others have changed, in the library, among the member's own things and in every session that is open. */
export async function catchUp(client: QueryClient, libraryId: string): Promise<void> {
  await catchUpWith(client, libraryId, "library", null);
  await catchUpWith(client, libraryId, "member", null);
  for (const sessionId of openSessions(client)) await catchUpWith(client, libraryId, "session", sessionId);
}

const openSessions = (client: QueryClient): string[] =>
  client
    .getQueryCache()
    .findAll({ queryKey: ["session"], type: "active" })
    .map((query) => query.queryKey[1] as string);

/** Takes in what an event of the live stream tells of. */
export async function takeEvent(client: QueryClient, libraryId: string, event: LiveEvent): Promise<void> {
  // The history may hold anything that happens.
  void client.invalidateQueries({ queryKey: historyKey(libraryId) });
  if (event.of === "anything") {
    void client.invalidateQueries({ queryKey: ["session"], refetchType: "none" });
    return catchUp(client, libraryId);
  }
  const { of, sessionId, revision } = event;
  const known = knownRevision(client, libraryId, of, sessionId);
  if (known === null || revision <= known) return;
  if (of === "session" && !openSessions(client).includes(sessionId!))
    return client.invalidateQueries({ queryKey: sessionKey(sessionId!), refetchType: "none" });
  await catchUpWith(client, libraryId, of, sessionId);
}

/** Saves settings of the member's own and takes them into the cached copy. */
export async function saveSettings(
  client: QueryClient,
  libraryId: string,
  change: MemberSettings,
): Promise<MemberSettings> {
  const { settings } = await ask(changeSettings, { libraryId }, change);
  client.setQueryData<LibraryData>(
    libraryKey(libraryId),
    (now) => now && { ...now, member: { ...now.member, settings } },
  );
  return settings;
}
