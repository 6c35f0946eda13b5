import { useQuery, type QueryClient } from "@tanstack/react-query";
import { applyRowChanges, emptyReplica, type Replica } from "@/core/library/change";
import { byPosition } from "@/core/library/order";
import type { Session, Target } from "@/core/library/entities";
import type { MemberSettings } from "@/core/library/media";
import { api } from "./api";
import type { LibraryAnswer, LibraryData, SessionAnswer, SessionData, SignedChange } from "./wire";

const byId = <Row extends { readonly id: string }>(rows: readonly Row[]) => new Map(rows.map((row) => [row.id, row]));

export const libraryKey = (libraryId: string) => ["library", libraryId] as const;
export const sessionKey = (sessionId: string) => ["session", sessionId] as const;

const sessionsOf = ({ session }: Replica): Session[] =>
  [...session.values()].filter((s) => !s.removed).sort(byPosition);

async function fetchLibrary(libraryId: string): Promise<LibraryData> {
  const { rows, streams, ...rest } = await api<LibraryAnswer>(`/api/libraries/${libraryId}/replica`);
  const replica = {
    ...emptyReplica(),
    folder: byId(rows.folder), card: byId(rows.card), alias: byId(rows.alias), favourite: byId(rows.favourite), keyBinding: byId(rows.keyBinding), session: byId(rows.session),
  };
  return { ...rest, replica, sessions: sessionsOf(replica), streams: new Map(streams.map(({ id, ...state }) => [id, state])) };
}

async function fetchSession(libraryId: string, sessionId: string): Promise<SessionData> {
  const { targets, media, ...rest } = await api<SessionAnswer>(`/api/libraries/${libraryId}/sessions/${sessionId}`);
  return { ...rest, replica: { ...emptyReplica(), target: byId<Target>(targets) }, media: byId(media) };
}

export const useLibraryQuery = (libraryId: string) => useQuery({ queryKey: libraryKey(libraryId), queryFn: () => fetchLibrary(libraryId) });

export const useSessionQuery = (libraryId: string, sessionId: string) =>
  useQuery({ queryKey: sessionKey(sessionId), queryFn: () => fetchSession(libraryId, sessionId) });

/**
 * Takes a change into the cached copies. A change that is known already does nothing; after a gap the copy is fetched
 * anew, which is rare: only when somebody else changed the same stream since the last look.
 */
export function takeChange(client: QueryClient, libraryId: string, change: SignedChange, sessionId?: string): void {
  const inSession = sessionId === undefined ? undefined : client.getQueryData<SessionData>(sessionKey(sessionId));
  if (inSession && change.streamId === inSession.stream.id) {
    const { revision } = inSession.stream;
    if (change.revision === revision + 1)
      client.setQueryData<SessionData>(sessionKey(inSession.session.id), {
        ...inSession,
        stream: { ...inSession.stream, revision: change.revision },
        replica: applyRowChanges(inSession.replica, change.forward),
      });
    else if (change.revision > revision) void client.invalidateQueries({ queryKey: sessionKey(inSession.session.id) });
    return;
  }
  const data = client.getQueryData<LibraryData>(libraryKey(libraryId));
  if (!data) return;
  // A member's own stream begins with their first change; the library's is always there.
  const known = data.streams.get(change.streamId) ?? { of: "member" as const, revision: 0 };
  if (change.revision === known.revision + 1) {
    const replica = applyRowChanges(data.replica, change.forward);
    client.setQueryData<LibraryData>(libraryKey(libraryId), {
      ...data,
      streams: new Map(data.streams).set(change.streamId, { ...known, revision: change.revision }),
      replica,
      sessions: replica.session === data.replica.session ? data.sessions : sessionsOf(replica),
    });
  }
  else if (change.revision > known.revision) void client.invalidateQueries({ queryKey: libraryKey(libraryId) });
}

/** Asks for what others have changed since the last look, and takes it in. */
export async function catchUp(client: QueryClient, libraryId: string, sessionId?: string): Promise<void> {
  const data = client.getQueryData<LibraryData>(libraryKey(libraryId));
  if (!data) return;
  const session = sessionId === undefined ? undefined : client.getQueryData<SessionData>(sessionKey(sessionId));
  const known = (of: "library" | "member") => [...data.streams.values()].find((s) => s.of === of)?.revision ?? 0;
  const questions = [
    `stream=library&since=${known("library")}`,
    `stream=member&since=${known("member")}`,
    ...(session ? [`stream=session&sessionId=${sessionId}&since=${session.stream.revision}`] : []),
  ];
  for (const question of questions) {
    const { changes } = await api<{ changes: SignedChange[] }>(`/api/libraries/${libraryId}/changes?${question}`);
    for (const change of changes) takeChange(client, libraryId, change, sessionId);
  }
}

/** Saves settings of the member's own and takes them into the cached copy. */
export async function saveSettings(client: QueryClient, libraryId: string, change: MemberSettings): Promise<MemberSettings> {
  const { settings } = await api<{ settings: MemberSettings }>(`/api/libraries/${libraryId}/settings`, { method: "PATCH", body: change });
  client.setQueryData<LibraryData>(libraryKey(libraryId), (now) => now && { ...now, member: { ...now.member, settings } });
  return settings;
}
