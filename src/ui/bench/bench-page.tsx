"use client";

import { useEffect, useMemo } from "react";
import { useDesk } from "../data/desk";
import { useSessionQuery } from "../data/library-data";
import { Failed, Waiting } from "../frame/states";
import { BenchScreen } from "./bench-screen";

/** Loads a session and opens the bench on it. */
export function BenchPage({ sessionId }: { sessionId: string }) {
  const { libraryId, library, openSession, data } = useDesk();
  const query = useSessionQuery(libraryId, sessionId);
  const remembered = data.member.settings.lastSessionId === sessionId;
  // Its name and medium may have changed since its material was fetched.
  const row = data.replica.session.get(sessionId);
  const session = useMemo(
    () => query.data && { ...query.data, session: row ?? query.data.session },
    [query.data, row],
  );
  useEffect(() => openSession(sessionId), [openSession, sessionId]);
  useEffect(() => {
    // Only where signing in leads next time; nothing is lost when it fails.
    if (!remembered && query.data) library.saveSettings({ lastSessionId: sessionId }).catch(() => undefined);
  }, [remembered, query.data, library, sessionId]);
  if (session) return <BenchScreen key={sessionId} session={session} />;
  if (query.error) return <Failed error={query.error} retry={() => void query.refetch()} />;
  return <Waiting words="Laying out the session …" />;
}
