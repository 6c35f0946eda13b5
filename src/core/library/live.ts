import type { StreamKind } from "./change";

/** What the database tells every application instance of a change: ids and a revision, never contents. */
export interface ChangeNotice {
  readonly libraryId: string;
  readonly memberId: string | null;
  readonly sessionId: string | null;
  readonly of: StreamKind;
  readonly revision: number;
}

/** What a client hears: that a stream has come to a revision, or that anything may have changed unheard. */
export type LiveEvent =
  | { readonly of: StreamKind; readonly sessionId: string | null; readonly revision: number }
  | { readonly of: "anything" };

/** What a member is told of a notice, or null where it is none of theirs. */
export function liveEvent(notice: ChangeNotice, libraryId: string, memberId: string): LiveEvent | null {
  if (notice.libraryId !== libraryId) return null;
  if (notice.memberId !== null && notice.memberId !== memberId) return null;
  return { of: notice.of, sessionId: notice.sessionId, revision: notice.revision };
}
