import type { Session, Target } from "@/core/library/entities";
import { may, type Role } from "@/core/library/roles";

export interface SessionHere {
  /** Null where none is open. */
  readonly session: Session | null;
  /** Those in use, in their order. */
  readonly sessions: readonly Session[];
  readonly role: Role;
  /** The selected targets. */
  readonly selected: readonly Target[];
  /** Opens a session; without one, wherever the bench leads. */
  go(sessionId?: string): void;
  chooseFiles(): void;
  /** The same for a timeline, with or without its files. */
  chooseTimeline(): void;
  /** The clips of the session's timeline whose files have not been found. */
  readonly missing: number;
  /** Asks for their files. */
  findMissing(): void;
  saveTimeline(): void;
}

export const mayBench = ({ role }: Pick<SessionHere, "role">): boolean => may(role, "bench");

/** Opens the session that a dialog has made. */
export const opens = (here: SessionHere, close: () => void) => (result?: { readonly sessionId: string }) => {
  close();
  if (result) here.go(result.sessionId);
};

/** The session so many after the one that is open, going round. */
export function another(
  { session, sessions }: Pick<SessionHere, "session" | "sessions">,
  by: 1 | -1,
): Session | undefined {
  const at = sessions.findIndex((each) => each.id === session?.id);
  return sessions.length > 1 ? sessions[(at + by + sessions.length) % sessions.length] : undefined;
}
