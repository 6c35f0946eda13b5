import type { SignedChange } from "@/core/api/command";
import type { Media, SessionAnswer } from "@/core/api/operations/session-replica";
import { applyRowChanges, replicaOf, type Replica } from "@/core/library/change";
import { Store } from "./store";

/** A bench session as this page holds it. */
export interface SessionData extends Omit<SessionAnswer, "targets" | "timelines" | "media"> {
  readonly replica: Replica;
  readonly media: ReadonlyMap<string, Media>;
  /** At which revision somebody else has changed a target last, as far as it was heard of here. */
  readonly others: ReadonlyMap<string, number>;
}

export interface SessionState {
  readonly data: SessionData | null;
  /** Why it could not be fetched the last time. */
  readonly error: Error | null;
}

/** The server, as far as a session's copy needs it. */
export interface SessionLine {
  /** The session whole. */
  fetch(): Promise<SessionAnswer>;
  changesSince(
    revision: number,
  ): Promise<{ readonly changes: readonly SignedChange[]; readonly more: boolean }>;
  /** Who is at this page: changes of others are told apart from theirs. */
  memberId(): string | undefined;
  /** Whether the server may answer later to what it did not answer to. */
  isPassing(error: unknown): boolean;
  wait(milliseconds: number): Promise<void>;
}

/** Milliseconds between tries. */
const [firstPause, longestPause] = [500, 15_000];
/** Tries before the error of a session that was never here is told; one that is on the screen is asked for until it comes. */
const mostTries = 4;

/** With what was fetched whole in place of what was known. Of that nobody says who changed it: it counts as others'. */
function takenWhole(
  { targets, timelines, media, ...rest }: SessionAnswer,
  known: SessionData | null,
): SessionData {
  const changed = targets.filter(({ id, version }) => {
    const target = known?.replica.target.get(id);
    return target !== undefined && target.version !== version;
  });
  return {
    ...rest,
    others: new Map([
      ...(known?.others ?? []),
      ...changed.map(({ id }) => [id, rest.stream.revision] as const),
    ]),
    replica: replicaOf({ target: targets, timeline: timelines }),
    media: new Map(media.map((each) => [each.id, each])),
  };
}

/** A bench session: fetched, and followed while it is shown. */
export class SessionStore extends Store<SessionState> {
  private showing = 0;
  private fetching: Promise<void> | null = null;
  /** The copy may be out of date, and is fetched when it is shown the next time. */
  private isOld = true;

  constructor(private readonly line: SessionLine) {
    super({ data: null, error: null });
  }

  get isShown(): boolean {
    return this.showing > 0;
  }

  /** How far it is known; null where it is not. */
  get revision(): number | null {
    return this.get().data?.stream.revision ?? null;
  }

  /** Has it here while it is shown, until the returned function is called. */
  show(): () => void {
    this.showing++;
    if (this.isOld) void this.fetch();
    return () => void this.showing--;
  }

  /** Says that it may have changed while nobody followed it. */
  age(): void {
    this.isOld = true;
  }

  /** Fetches it whole. Where that is under way already it is done once more. */
  fetch(): Promise<void> {
    this.isOld = true;
    return (this.fetching ??= this.fetchUntilNew().finally(() => (this.fetching = null)));
  }

  private async fetchUntilNew(): Promise<void> {
    let tries = 0;
    for (let pause = firstPause; this.isOld;) {
      this.isOld = false;
      tries++;
      const before = this.revision;
      try {
        const answer = await this.line.fetch();
        // A change that was taken in meanwhile may not be in it. Where there was none, the server itself went back.
        if (this.revision === before || answer.stream.revision >= (this.revision ?? 0)) {
          this.set({ data: takenWhole(answer, this.get().data), error: null });
          continue;
        }
      } catch (error) {
        const { data } = this.get();
        if (!this.line.isPassing(error) || (!data && tries >= mostTries)) {
          this.isOld = true;
          return this.set({ data, error: error as Error });
        }
      }
      this.isOld = true;
      await this.line.wait(pause);
      pause = Math.min(longestPause, pause * 2);
    }
  }

  /** Knows of some media that targets of it will have. */
  know(media: readonly Media[]): void {
    this.update(({ data, error }) => ({
      data: data && { ...data, media: new Map([...data.media, ...media.map((m) => [m.id, m] as const)]) },
      error,
    }));
  }

  /** Takes a change in. One that is known already does nothing; where something lies between it is fetched whole. */
  take({ revision, forward, actorId }: SignedChange): void {
    const { data } = this.get();
    if (!data || revision <= data.stream.revision) return;
    const replica = applyRowChanges(data.replica, forward);
    // Somebody else's targets may need material that is not known here yet.
    const isKnown = [...replica.target.values()].every(
      ({ mediaId }) => mediaId === null || data.media.has(mediaId),
    );
    if (revision > data.stream.revision + 1 || !isKnown) return void this.fetch();
    const others =
      actorId === this.line.memberId()
        ? data.others
        : new Map([
            ...data.others,
            ...forward.map((row) => [row.kind === "insert" ? row.row.id : row.id, revision] as const),
          ]);
    this.set({ data: { ...data, stream: { ...data.stream, revision }, replica, others }, error: null });
  }

  /** Fetches what it has brought since the last look, and takes it in. */
  async catchUp(): Promise<void> {
    for (let more = true; more;) {
      const since = this.revision;
      if (since === null) return;
      const answer = await this.line.changesSince(since);
      for (const change of answer.changes) this.take(change);
      // Where nothing moved on, it is being fetched whole.
      more = answer.more && this.revision !== since;
    }
  }
}

/** Sessions that are not shown any more and whose copies are kept: one goes back and forth between a few. */
const mostHidden = 4;

/** The sessions that were opened on this page. */
export class Sessions {
  /** The latest last. */
  private readonly known = new Map<string, SessionStore>();

  constructor(private readonly lineOf: (sessionId: string) => SessionLine) {}

  of(sessionId: string): SessionStore {
    const store = this.known.get(sessionId) ?? new SessionStore(this.lineOf(sessionId));
    this.known.delete(sessionId);
    const hidden = [...this.known].filter(([, { isShown }]) => !isShown).map(([id]) => id);
    for (const id of hidden.slice(0, Math.max(0, hidden.length - mostHidden))) this.known.delete(id);
    this.known.set(sessionId, store);
    return store;
  }

  /** The ids of the sessions that are on the screen. */
  shown(): string[] {
    return [...this.known].filter(([, { isShown }]) => isShown).map(([id]) => id);
  }

  /** The copy of a session that was opened here; undefined where it was not. */
  peek(sessionId: string): SessionStore | undefined {
    return this.known.get(sessionId);
  }

  /** Says of all that they may have changed. */
  age(): void {
    for (const store of this.known.values()) store.age();
  }
}
