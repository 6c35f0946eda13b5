import { useQuery, useQueryClient, type QueryClient } from "@tanstack/react-query";
import type { SignedChange } from "@/core/api/command";
import { changes } from "@/core/api/operations/changes";
import { sessionsHolding } from "@/core/api/operations/sessions-holding";
import { sessionReplica, type Media, type SessionAnswer } from "@/core/api/operations/session-replica";
import { applyRowChanges, replicaOf, type Replica } from "@/core/library/change";
import type { LiveEvent } from "@/core/library/live";
import { ApiError, ask } from "./api";
import { CatchingUp, type Line } from "./catching-up";
import type { LibraryStore } from "./library-store";
import { sleep } from "./until-answered";

/** A bench session in the client's cache. */
export interface SessionData extends Omit<SessionAnswer, "targets" | "timelines" | "media"> {
  readonly replica: Replica;
  readonly media: ReadonlyMap<string, Media>;
  /** At which revision somebody else has changed a target last, as far as it was heard of here. */
  readonly others: ReadonlyMap<string, number>;
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

async function fetchSession(
  libraryId: string,
  sessionId: string,
  before: () => SessionData | undefined,
): Promise<SessionData> {
  const { targets, timelines, media, ...rest } = await ask(sessionReplica, { libraryId, sessionId });
  const known = before();
  // Of what was fetched whole nobody says who changed it.
  const changed = targets.filter(({ id, version }) => {
    const target = known?.replica.target.get(id);
    return target !== undefined && target.version !== version;
  });
  return {
    ...rest,
    others: new Map([
      ...(known?.others ?? []),
      ...changed.map(({ id }) => [id, rest.stream.revision] as const),
    ]),
    replica: replicaOf({ target: targets, timeline: timelines }),
    media: new Map(media.map((each) => [each.id, each])),
  };
}

export function useSessionQuery(libraryId: string, sessionId: string) {
  const client = useQueryClient();
  const queryKey = sessionKey(sessionId);
  return useQuery({
    queryKey,
    queryFn: () => fetchSession(libraryId, sessionId, () => client.getQueryData<SessionData>(queryKey)),
    // One that is on the screen is asked for until it comes; one that never was says what is wrong.
    retry: (tries, error) =>
      (!(error instanceof ApiError) || error.passing) &&
      (tries < 3 || client.getQueryData(queryKey) !== undefined),
    retryDelay: (tries) => Math.min(15_000, 500 * 2 ** tries),
  });
}

/** The media of which sessions have material, by their ids. */
export const useHolding = (libraryId: string) =>
  useQuery({
    queryKey: holdingKey(libraryId),
    queryFn: async () => (await ask(sessionsHolding, { libraryId })).holding,
  });

/** Takes a change into what is known here. One that is known already does nothing. */
export function takeChange({ client, library }: Known, change: SignedChange): void {
  if (change.of === "session") takeSessionChange({ client, library }, change);
  else library.take(change);
}

function takeSessionChange({ client, library }: Known, change: SignedChange): void {
  const { sessionId, revision, forward, actorId } = change;
  const key = sessionKey(sessionId!);
  const session = client.getQueryData<SessionData>(key);
  if (!session || revision <= session.stream.revision) return;
  const replica = applyRowChanges(session.replica, forward);
  // Somebody else's targets may need material that is not known here yet.
  const known = [...replica.target.values()].every((t) => t.mediaId === null || session.media.has(t.mediaId));
  if (revision === session.stream.revision + 1 && known)
    client.setQueryData<SessionData>(key, {
      ...session,
      stream: { ...session.stream, revision },
      replica,
      ...(actorId !== library.memberId && {
        others: new Map([
          ...session.others,
          ...forward.map((row) => [row.kind === "insert" ? row.row.id : row.id, revision] as const),
        ]),
      }),
    });
  else void client.invalidateQueries({ queryKey: key });
}

const revisionOf = (client: QueryClient, sessionId: string): number | null =>
  client.getQueryData<SessionData>(sessionKey(sessionId))?.stream.revision ?? null;

/** Fetches what a session has brought since the last look, and takes it in. */
async function catchUpSession(known: Known, libraryId: string, sessionId: string): Promise<void> {
  const { client } = known;
  for (let more = true; more;) {
    const since = revisionOf(client, sessionId);
    if (since === null) return;
    const answer = await ask(changes, { libraryId }, { stream: "session", since: String(since), sessionId });
    for (const change of answer.changes) takeSessionChange(known, change);
    // Where nothing moved on, the session is being fetched whole.
    more = answer.more && revisionOf(client, sessionId) !== since;
  }
}

const openSessions = (client: QueryClient): string[] =>
  client
    .getQueryCache()
    .findAll({ queryKey: ["session"], type: "active" })
    .map((query) => query.queryKey[1] as string);

/** A fetch over a line that is dead and does not say so is given up after so long, in milliseconds. */
const deadAfter = 20_000;

const inTime = <T>(asked: Promise<T>): Promise<T> =>
  Promise.race([
    asked,
    new Promise<never>((_, reject) => setTimeout(() => reject(new Error("no answer came")), deadAfter)),
  ]);

const isLibrarys = (line: Line): line is "library" | "member" => line === "library" || line === "member";

/** What keeps this page up with a library, its member's own things and the sessions that are open. */
export function catchingUp(known: Known, libraryId: string): CatchingUp {
  const { client, library } = known;
  return new CatchingUp({
    fetch: (line) =>
      inTime(isLibrarys(line) ? library.catchUp([line]) : catchUpSession(known, libraryId, line)),
    revisionOf(line) {
      if (isLibrarys(line)) return library.revisionOf(line);
      return openSessions(client).includes(line) ? revisionOf(client, line) : undefined;
    },
    isPassing: (error) => !(error instanceof ApiError) || error.passing,
    wait: sleep,
  });
}

/** Anything may have changed. */
export function lookAtAll({ client }: Pick<Known, "client">, catching: CatchingUp): void {
  for (const line of ["library", "member", ...openSessions(client)]) catching.want(line, null);
}

/** Takes in what an event of the live stream tells of. */
export function takeEvent(known: Known, libraryId: string, catching: CatchingUp, event: LiveEvent): void {
  const { client } = known;
  // The history may hold anything that happens.
  void client.invalidateQueries({ queryKey: historyKey(libraryId) });
  if (event.of === "session" || event.of === "anything")
    void client.invalidateQueries({ queryKey: holdingKey(libraryId) });
  if (event.of === "anything") {
    void client.invalidateQueries({ queryKey: ["session"], refetchType: "none" });
    return lookAtAll(known, catching);
  }
  const { of, sessionId, revision } = event;
  if (of === "session" && !openSessions(client).includes(sessionId!))
    return void client.invalidateQueries({ queryKey: sessionKey(sessionId!), refetchType: "none" });
  catching.want(of === "session" ? sessionId! : of, revision);
}
