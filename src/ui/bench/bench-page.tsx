"use client";

import { useEffect } from "react";
import { useDesk, useSettings } from "../data/desk";
import { useSession } from "../data/use-session";
import { Failed, Waiting } from "../frame/states";
import { BenchScreen } from "./bench-screen";

/** Loads a session and opens the bench on it. */
export function BenchPage({ sessionId }: { sessionId: string }) {
  const { library, openSession } = useDesk();
  const { data: session, error, retry } = useSession(sessionId);
  const remembered = useSettings().lastSessionId === sessionId;
  const isHere = session !== null;
  useEffect(() => openSession(sessionId), [openSession, sessionId]);
  useEffect(() => {
    // Only where signing in leads next time; nothing is lost when it fails.
    if (!remembered && isHere) library.saveSettings({ lastSessionId: sessionId }).catch(() => undefined);
  }, [remembered, isHere, library, sessionId]);
  if (isHere) return <BenchScreen key={sessionId} sessionId={sessionId} />;
  if (error) return <Failed error={error} retry={retry} />;
  return <Waiting words="Laying out the session …" />;
}
