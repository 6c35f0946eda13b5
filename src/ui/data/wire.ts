import type { Chain } from "@/core/chain/model";
import type { Change, Replica, StreamKind } from "@/core/library/change";
import type { EntityRows, LibraryEntity, Session, Target } from "@/core/library/entities";
import type { MediaFacts, MemberSettings } from "@/core/library/media";
import type { RenderState } from "@/core/library/renders";
import type { Role } from "@/core/library/roles";

/* What the server sends, as the interface uses it. */

export type SignedChange = Change & { readonly summary: string };

export interface CommandAnswer<Result = Record<string, unknown>> {
  readonly change: SignedChange | null;
  readonly result: Result;
}

export interface Media {
  readonly id: string;
  readonly name: string;
  readonly facts: MediaFacts;
}

/** Which line of changes a stream is, and how far it is known. */
interface StreamState {
  readonly of: "library" | "member";
  readonly revision: number;
}

export interface LibraryAnswer {
  readonly library: { readonly id: string; readonly name: string };
  readonly member: {
    readonly id: string;
    readonly name: string;
    readonly role: Role;
    readonly settings: MemberSettings;
  };
  readonly streams: readonly ({ readonly id: string } & StreamState)[];
  readonly rows: { readonly [E in LibraryEntity]: readonly EntityRows[E][] };
}

export interface SessionAnswer {
  readonly session: Session;
  readonly stream: { readonly id: string | null; readonly revision: number };
  readonly targets: readonly Target[];
  readonly media: readonly Media[];
}

/** A library in the client's cache: what the server sent, with rows and streams by id. */
export interface LibraryData extends Omit<LibraryAnswer, "rows" | "streams"> {
  readonly replica: Replica;
  /** Those in use, in their order. */
  readonly sessions: readonly Session[];
  readonly streams: ReadonlyMap<string, StreamState>;
}

export interface SessionData extends Omit<SessionAnswer, "targets" | "media"> {
  readonly replica: Replica;
  readonly media: ReadonlyMap<string, Media>;
}

/** A rendering as the server tells of it. */
export interface Rendering {
  readonly id: string;
  readonly name: string;
  readonly format: string;
  readonly count: number;
  readonly state: RenderState;
  /** 0…1. */
  readonly progress: number;
  readonly problem: string | null;
  /** What is to know of the result, in words. */
  readonly notes: readonly string[];
  readonly fileName: string | null;
  readonly bytes: number | null;
  readonly askedAt: string;
  readonly endedAt: string | null;
}

/** One content of a card, with what it changed against the one before. */
interface CardVersion {
  readonly number: number;
  readonly authorId: string | null;
  readonly at: string;
  readonly fingerprint: string;
  readonly chain: Chain;
  readonly difference: readonly string[];
}

/** The contents of a card, the newest first. */
export interface CardVersions {
  readonly current: number;
  readonly versions: readonly CardVersion[];
}

/** One line of the history. */
export interface HistoryEntry {
  readonly streamId: string;
  readonly revision: number;
  /** Place in the order over all streams. */
  readonly sequence: number;
  readonly of: StreamKind;
  readonly sessionId: string | null;
  readonly sessionName: string | null;
  readonly command: string;
  readonly summary: string;
  readonly actorId: string;
  readonly at: string;
  readonly direction: "do" | "undo" | "redo" | "stamp";
  readonly takesBack: number | null;
  readonly takenBack: boolean;
}

export interface HistoryPage {
  readonly changes: readonly HistoryEntry[];
  readonly more: boolean;
}
