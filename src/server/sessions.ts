import { generateKeyBetween } from "fractional-indexing";
import { byPosition } from "@/core/library/order";
import type { Session } from "@/core/library/entities";
import { listSessions, readTargets } from "@/db/replica";
import type { Ledger } from "@/db/ledger";
import { notFound } from "./refusal";
import { requireRow } from "./rows";

/** A session in use. */
export async function requireSession(ledger: Ledger, id: string, seen?: number): Promise<Session> {
  const session = await requireRow(ledger, "session", id, seen);
  if (session.removed) throw notFound("session");
  return session;
}

/** A place behind the last session of the library. */
export async function lastSessionPlace(ledger: Ledger): Promise<string> {
  const all = await listSessions(ledger.db, ledger.libraryId);
  return generateKeyBetween(all.at(-1)?.position ?? null, null);
}

/** The place of the last target of a session, or null. */
export async function lastTargetPlace(ledger: Ledger, sessionId: string): Promise<string | null> {
  return (
    (await readTargets(ledger.db, ledger.libraryId, sessionId)).sort(byPosition).at(-1)?.position ?? null
  );
}
