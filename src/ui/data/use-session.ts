import { useEffect } from "react";
import { useDesk } from "./desk";
import type { SessionState } from "./session-store";
import { useStore } from "./store";

/** A bench session, fetched and followed while it is shown. */
export function useSession(sessionId: string): SessionState & { readonly retry: () => void } {
  const store = useDesk().sessions.of(sessionId);
  useEffect(() => store.show(), [store]);
  return { ...useStore(store), retry: () => void store.fetch() };
}
