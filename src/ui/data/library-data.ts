import { useQuery, type QueryClient } from "@tanstack/react-query";
import type { SignedChange } from "@/core/api/command";
import { changes } from "@/core/api/operations/changes";
import { sessionsHolding } from "@/core/api/operations/sessions-holding";
import { sessionReplica } from "@/core/api/operations/session-replica";
import type { Replica } from "@/core/library/change";
import type { LiveEvent } from "@/core/library/live";
import { ApiError, ask } from "./api";
import { CatchingUp, type Line } from "./catching-up";
import type { LibraryStore } from "./library-store";
import type { SessionLine, Sessions } from "./session-store";
import { sleep } from "./until-answered";

/** What holds what this page knows: the sessions that were opened, and the library. */
export interface Known {
  readonly client: QueryClient;
  readonly library: LibraryStore;
  readonly sessions: Sessions;
}

export const historyKey = (libraryId: string) => ["history", libraryId] as const;
const holdingKey = (libraryId: string) => ["holding", libraryId] as const;

/** How a member, also a former one, is called in the library. */
export const nameOfMember = (replica: Replica, userId: string): string | undefined =>
  [...replica.member.values()].find((m) => m.userId === userId)?.name;

/** An answer that is no refusal may be another one the next time: a line that was cut, or is dead. */
const isPassing = (error: unknown) => !(error instanceof ApiError) || error.passing;

/** The server behind the copies of a library's sessions. */
export const sessionLine = (
  libraryId: string,
  memberId: SessionLine["memberId"],
  sessionId: string,
): SessionLine => ({
  fetch: () => ask(sessionReplica, { libraryId, sessionId }),
  changesSince: (since) =>
    ask(changes, { libraryId }, { stream: "session", since: String(since), sessionId }),
  memberId,
  isPassing,
  wait: sleep,
});

/** The media of which sessions have material, by their ids. */
export const useHolding = (libraryId: string) =>
  useQuery({
    queryKey: holdingKey(libraryId),
    queryFn: async () => (await ask(sessionsHolding, { libraryId })).holding,
  });

/** Takes a change into what is known here. One that is known already does nothing. */
export function takeChange({ sessions, library }: Known, change: SignedChange): void {
  if (change.of === "session") sessions.peek(change.sessionId!)?.take(change);
  else library.take(change);
}

/** A fetch over a line that is dead and does not say so is given up after so long, in milliseconds. */
const deadAfter = 20_000;

const inTime = <T>(asked: Promise<T>): Promise<T> =>
  Promise.race([
    asked,
    new Promise<never>((_, reject) => setTimeout(() => reject(new Error("no answer came")), deadAfter)),
  ]);

const isLibrarys = (line: Line): line is "library" | "member" => line === "library" || line === "member";

/** What keeps this page up with a library, its member's own things and the sessions that are open. */
export function catchingUp({ library, sessions }: Known): CatchingUp {
  return new CatchingUp({
    fetch: (line) =>
      inTime(
        isLibrarys(line) ? library.catchUp([line]) : (sessions.peek(line)?.catchUp() ?? Promise.resolve()),
      ),
    revisionOf(line) {
      if (isLibrarys(line)) return library.revisionOf(line);
      const session = sessions.peek(line);
      return session?.isShown ? session.revision : undefined;
    },
    isPassing,
    wait: sleep,
  });
}

/** Anything may have changed. */
export function lookAtAll({ sessions }: Pick<Known, "sessions">, catching: CatchingUp): void {
  for (const line of ["library", "member", ...sessions.shown()]) catching.want(line, null);
}

/** Takes in what an event of the live stream tells of. */
export function takeEvent(known: Known, libraryId: string, catching: CatchingUp, event: LiveEvent): void {
  const { client } = known;
  // The history may hold anything that happens.
  void client.invalidateQueries({ queryKey: historyKey(libraryId) });
  if (event.of === "session" || event.of === "anything")
    void client.invalidateQueries({ queryKey: holdingKey(libraryId) });
  if (event.of === "anything") {
    known.sessions.age();
    return lookAtAll(known, catching);
  }
  const { of, sessionId, revision } = event;
  if (of !== "session") return catching.want(of, revision);
  const session = known.sessions.peek(sessionId!);
  if (session?.isShown) catching.want(sessionId!, revision);
  else session?.age();
}
