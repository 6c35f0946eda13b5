import { useQuery, type QueryClient } from "@tanstack/react-query";
import type { SignedChange } from "@/core/api/command";
import { changes } from "@/core/api/operations/changes";
import { sessionsHolding } from "@/core/api/operations/sessions-holding";
import { sessionReplica, type Media, type SessionAnswer } from "@/core/api/operations/session-replica";
import { applyRowChanges, replicaOf, type Replica } from "@/core/library/change";
import type { LiveEvent } from "@/core/library/live";
import { ask } from "./api";
import type { LibraryStore } from "./library-store";

/** A bench session in the client's cache. */
export interface SessionData extends Omit<SessionAnswer, "targets" | "timelines" | "media"> {
  readonly replica: Replica;
  readonly media: ReadonlyMap<string, Media>;
}

/** What holds what this page knows: the sessions that were opened, and the library. */
export interface Known {
  readonly client: QueryClient;
  readonly library: LibraryStore;
}

export const historyKey = (libraryId: string) => ["history", libraryId] as const;
const holdingKey = (libraryId: string) => ["holding", libraryId] as const;
export const sessionKey = (sessionId: string) => ["session", sessionId] as const;

/** How a member, also a former one, is called in the library. */
export const nameOfMember = (replica: Replica, userId: string): string | undefined =>
  [...replica.member.values()].find((m) => m.userId === userId)?.name;

async function fetchSession(libraryId: string, sessionId: string): Promise<SessionData> {
  const { targets, timelines, media, ...rest } = await ask(sessionReplica, { libraryId, sessionId });
  return {
    ...rest,
    replica: replicaOf({ target: targets, timeline: timelines }),
    media: new Map(media.map((each) => [each.id, each])),
  };
}

export const useSessionQuery = (libraryId: string, sessionId: string) =>
  useQuery({ queryKey: sessionKey(sessionId), queryFn: () => fetchSession(libraryId, sessionId) });

/** The media of which sessions have material, by their ids. */
export const useHolding = (libraryId: string) =>
  useQuery({
    queryKey: holdingKey(libraryId),
    queryFn: async () => (await ask(sessionsHolding, { libraryId })).holding,
  });

/** Takes a change into what is known here. One that is known already does nothing. */
export function takeChange({ client, library }: Known, change: SignedChange): void {
  if (change.of === "session") takeSessionChange(client, change);
  else library.take(change);
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

const revisionOf = (client: QueryClient, sessionId: string): number | null =>
  client.getQueryData<SessionData>(sessionKey(sessionId))?.stream.revision ?? null;

/** Fetches what a session has brought since the last look, and takes it in. */
async function catchUpSession(client: QueryClient, libraryId: string, sessionId: string): Promise<void> {
  for (let more = true; more;) {
    const since = revisionOf(client, sessionId);
    if (since === null) return;
    const answer = await ask(changes, { libraryId }, { stream: "session", since: String(since), sessionId });
    for (const change of answer.changes) takeSessionChange(client, change);
    // Where nothing moved on, the session is being fetched whole.
    more = answer.more && revisionOf(client, sessionId) !== since;
  }
}

/** Takes in what others have changed, in the library, among the member's own things and in every session that is open. */
export async function catchUp({ client, library }: Known, libraryId: string): Promise<void> {
  await library.catchUp();
  for (const sessionId of openSessions(client)) await catchUpSession(client, libraryId, sessionId);
}

const openSessions = (client: QueryClient): string[] =>
  client
    .getQueryCache()
    .findAll({ queryKey: ["session"], type: "active" })
    .map((query) => query.queryKey[1] as string);

/** Takes in what an event of the live stream tells of. */
export async function takeEvent(known: Known, libraryId: string, event: LiveEvent): Promise<void> {
  const { client, library } = known;
  // The history may hold anything that happens.
  void client.invalidateQueries({ queryKey: historyKey(libraryId) });
  if (event.of === "session" || event.of === "anything")
    void client.invalidateQueries({ queryKey: holdingKey(libraryId) });
  if (event.of === "anything") {
    void client.invalidateQueries({ queryKey: ["session"], refetchType: "none" });
    return catchUp(known, libraryId);
  }
  const { of, sessionId, revision } = event;
  const at = of === "session" ? revisionOf(client, sessionId!) : library.revisionOf(of);
  if (at === null || revision <= at) return;
  if (of !== "session") return library.catchUp([of]);
  if (!openSessions(client).includes(sessionId!))
    return client.invalidateQueries({ queryKey: sessionKey(sessionId!), refetchType: "none" });
  await catchUpSession(client, libraryId, sessionId!);
}
