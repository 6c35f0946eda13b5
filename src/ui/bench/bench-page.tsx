"use client";

import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { useDesk } from "../data/desk";
import { saveSettings, useSessionQuery } from "../data/library-data";
import { Failed, Waiting } from "../frame/states";
import { BenchScreen } from "./bench-screen";

/** Loads a session and opens the bench on it. */
export function BenchPage({ sessionId }: { sessionId: string }) {
  const { libraryId, openSession, data } = useDesk();
  const client = useQueryClient();
  const query = useSessionQuery(libraryId, sessionId);
  const remembered = data.member.settings.lastSessionId === sessionId;
  useEffect(() => openSession(sessionId), [openSession, sessionId]);
  useEffect(() => {
    // Only where signing in leads next time; nothing is lost when it fails.
    if (!remembered && query.data) saveSettings(client, libraryId, { lastSessionId: sessionId }).catch(() => undefined);
  }, [remembered, query.data, client, libraryId, sessionId]);
  if (query.data) return <BenchScreen key={sessionId} session={query.data} />;
  if (query.error) return <Failed error={query.error} retry={() => void query.refetch()} />;
  return <Waiting words="Laying out the session …" />;
}
