"use client";

import { useEffect } from "react";
import { useDesk } from "../data/desk";
import { useSessionQuery } from "../data/library-data";
import { Failed, Waiting } from "../frame/states";
import { BenchScreen } from "./bench-screen";

/** Loads a session and opens the bench on it. */
export function BenchPage({ sessionId }: { sessionId: string }) {
  const { libraryId, openSession } = useDesk();
  const query = useSessionQuery(libraryId, sessionId);
  useEffect(() => openSession(sessionId), [openSession, sessionId]);
  if (query.data) return <BenchScreen key={sessionId} session={query.data} />;
  if (query.error) return <Failed error={query.error} retry={() => void query.refetch()} />;
  return <Waiting words="Laying out the session …" />;
}
