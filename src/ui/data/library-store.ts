import { cardContents } from "@/core/api/operations/card-contents";
import { cardHeads, type HeadsOpening } from "@/core/api/operations/card-heads";
import { changes } from "@/core/api/operations/changes";
import { changeSettings } from "@/core/api/operations/change-settings";
import { libraryReplica, type LibraryAnswer } from "@/core/api/operations/library-replica";
import type { Change, Replica } from "@/core/library/change";
import { LibraryCopy } from "@/core/library/copy";
import type { Habit } from "@/core/library/habit";
import { headFrom, type Session } from "@/core/library/entities";
import type { MemberSettings } from "@/core/library/media";
import { byPosition } from "@/core/library/order";
import type { Shelf } from "@/core/library/shelf";
import { documentSum } from "@/core/search/document";
import { documentsOf } from "@/core/search/documents";
import { addressOf, answered, ApiError, ask, sayError } from "./api";
import { Contents, inPortions } from "./contents";
import type { Finder } from "./finder";
import { hasKept, KeptCards, type KeptChange } from "./kept-cards";
import { sleep } from "./until-answered";
import { Store } from "./store";

/** A library as this page holds it. */
export interface LibraryData extends Omit<LibraryAnswer, "rows" | "ownCards" | "streams" | "habits"> {
  readonly replica: Replica;
  /** Where its cards lie; the same object as long as the copy is, following it. What is asked of it holds for the replica that stands beside it. */
  readonly shelf: Shelf;
  readonly habitsOf: (cardId: string) => readonly Habit[];
  /** Those in use, in their order. */
  readonly sessions: readonly Session[];
  /** The cards are not there yet. */
  readonly arriving: boolean;
}

/** How far the cards have come, and after them the index, 0…1; and why they do not come just now. */
export interface Arrival {
  readonly share: number;
  readonly indexed: number;
  readonly problem: string | null;
}

/** Grows as the index comes to know of more cards: what was asked of it before is asked again then. */
export const indexedTenths = ({ indexed }: Arrival): number => Math.floor(indexed * 10);

const sessionsOf = ({ session }: Replica): Session[] =>
  [...session.values()].filter((s) => !s.removed).sort(byPosition);

/** The member at this desk, with the role that they have now. */
function selfOf(self: LibraryData["member"], { member }: Replica): LibraryData["member"] {
  const row = [...member.values()].find((m) => m.userId === self.id);
  return row ? { ...self, name: row.name, role: row.role } : self;
}

/** Cards that are taken in, or told the index, before the page gets its turn again. */
const atOnce = 400;
/** Milliseconds. */
const [firstWait, longestWait] = [500, 15_000];
/** Changes that are followed one by one; after more than that the cards are fetched anew. */
const mostFollowed = 5000;

/** Milliseconds after which a fetch is not waited for any more by those behind it. */
const deadAfter = 20_000;

interface Scheduler {
  postTask(task: () => void, options: { readonly priority: "background" }): Promise<void>;
}

/** Gives way to all that the page has to do: what it shows does not wait for cards. */
const breathe = () =>
  new Promise<void>((resolve) => {
    const { scheduler } = globalThis as { scheduler?: Scheduler };
    if (scheduler) return void scheduler.postTask(resolve, { priority: "background" });
    // A timer would wait for longer.
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => resolve();
    port2.postMessage(null);
  });

async function* linesOf(response: Response): AsyncGenerator<string> {
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    const parts = (rest + value).split("\n");
    rest = parts.pop()!;
    yield* parts;
  }
  if (rest) yield rest;
}

/**
 * A library on this page: fetched, kept, followed. Everything but the cards is there at once; the cards come from what
 * the browser kept of them, brought up to date, or else from the server.
 */
export class LibraryStore {
  readonly state = new Store<{ readonly data: LibraryData | null; readonly error: Error | null }>({
    data: null,
    error: null,
  });
  readonly arrival = new Store<Arrival>({ share: 0, indexed: 0, problem: null });
  readonly contents: Contents;
  private copy: LibraryCopy | null = null;
  private kept: KeptCards | null = null;
  /** Ends what `open` has begun. */
  private stop = new AbortController();
  /** One after another, so that no change is fetched twice. */
  private following: Promise<unknown> = Promise.resolve();

  /** Who uses this copy; undefined until it has come. */
  get memberId(): string | undefined {
    return this.state.get().data?.member.id;
  }

  constructor(
    private readonly libraryId: string,
    private readonly finder: Pick<Finder, "change" | "ask" | "complete">,
  ) {
    const source = async (fingerprints: readonly string[]) =>
      (await ask(cardContents, { libraryId }, { of: fingerprints.join() })).chains;
    this.contents = new Contents(inPortions(source));
  }

  close(): void {
    this.stop.abort();
  }

  /** Fetches the library; `state` says what came of it. Where the server does not answer it is asked until it does. */
  async open(): Promise<void> {
    this.stop.abort();
    const { signal } = (this.stop = new AbortController());
    this.state.set({ data: null, error: null });
    try {
      // Where nothing is kept the cards are asked for at the same time.
      const early = (await hasKept(this.libraryId)) ? null : this.fetchCards(signal);
      early?.catch(() => undefined);
      const { rows, ownCards, streams, habits, ...rest } = await this.fetchSmall(signal);
      if (signal.aborted) return;
      this.copy = new LibraryCopy({ rows, ownCards, streams, habits });
      this.kept = new KeptCards(this.libraryId, rest.member.id);
      // Who the asker is was read before the rows: what changed in between is in these alone.
      this.publish({ ...rest, ...this.seen(), member: selfOf(rest.member, this.copy.replica) });
      // Read while the cards come.
      const kept = this.finder.ask("begin", { libraryId: this.libraryId, memberId: rest.member.id });
      if (early || !(await this.takeKept(this.kept, signal))) await this.takeFetched(early, signal);
      if (signal.aborted) return;
      this.publish(this.seen());
      this.contents.ahead(this.bound());
      await Promise.all([this.indexAll(await kept, signal), this.catchUp().catch(() => undefined)]);
    } catch (error) {
      if (!signal.aborted) this.state.update(({ data }) => ({ data, error: error as Error }));
    }
  }

  /** Everything but the cards. */
  private async fetchSmall(signal: AbortSignal): Promise<LibraryAnswer> {
    for (let pause = firstWait; ; pause = Math.min(longestWait, pause * 2))
      try {
        return await ask(libraryReplica, { libraryId: this.libraryId });
      } catch (error) {
        if (signal.aborted || !(error instanceof ApiError) || !error.passing) throw error;
        this.state.set({ data: null, error });
        await sleep(pause);
      }
  }

  private seen() {
    const { replica, shelf, habitsOf, isWhole } = this.copy!;
    return { replica, shelf, habitsOf, sessions: sessionsOf(replica), arriving: !isWhole };
  }

  private publish(part: Partial<LibraryData>): void {
    this.state.update(({ data }) => ({ data: { ...data, ...part } as LibraryData, error: null }));
  }

  /** The contents of the cards that a key applies: they are wanted at once. */
  private *bound(): Iterable<string> {
    const { keyBinding, card } = this.copy!.replica;
    for (const { cardId } of keyBinding.values()) {
      const bound = cardId === null ? undefined : card.get(cardId);
      if (bound) yield bound.fingerprint;
    }
  }

  private fetchCards(signal: AbortSignal): Promise<Response> {
    return answered(addressOf(cardHeads, { libraryId: this.libraryId }), { signal });
  }

  /** Tells the index what the copy says of some cards. */
  private index(ids: Iterable<string>): void {
    const { put, remove } = documentsOf(ids, this.copy!, this.state.get().data!.member.id);
    if (put.length + remove.length > 0) this.finder.change(put, remove);
  }

  /** Of some cards, tells the index what it does not know. */
  private async compare(ids: readonly string[]): Promise<void> {
    const { put } = documentsOf(ids, this.copy!, this.state.get().data!.member.id);
    const sums = Int32Array.from(put, documentSum);
    const differing = new Set(await this.finder.ask("differing", { ids: put.map(({ id }) => id), sums }));
    // One that has changed meanwhile was told by itself, and is told once more as it is now.
    this.index(differing);
  }

  /**
   * Tells the index of all cards, behind what is seen of them; where it was kept with so many from the last visit, of those
   * that have changed since. What changes meanwhile is told as it comes.
   */
  private async indexAll(kept: number, signal: AbortSignal): Promise<void> {
    const ids = [...this.copy!.known.card.keys()];
    for (let at = 0; at < ids.length; at += atOnce) {
      const some = ids.slice(at, at + atOnce);
      if (kept > 0) await this.compare(some);
      else this.index(some);
      this.arrival.update((now) => ({ ...now, indexed: Math.min(1, (at + atOnce) / ids.length) }));
      await breathe();
      if (signal.aborted) return;
    }
    this.finder.complete();
    this.arrival.set({ share: 1, indexed: 1, problem: null });
  }

  /** Tells an index that has begun anew of all cards. */
  async indexAnew(): Promise<void> {
    const { signal } = this.stop;
    // Until all cards are here the index is told of none.
    if (!this.copy?.isWhole || signal.aborted) return;
    this.arrival.set({ share: 1, indexed: 0, problem: null });
    await this.indexAll(0, signal);
  }

  /** Takes in cards as they come; false where not all of them did. */
  private async takeLines(
    opening: HeadsOpening,
    lines: AsyncIterable<string>,
    signal: AbortSignal,
  ): Promise<boolean> {
    const copy = this.copy!;
    let came = 0;
    for await (const line of lines) {
      const rows = JSON.parse(line) as unknown[][];
      for (let at = 0; at < rows.length; at += atOnce) {
        const heads = rows.slice(at, at + atOnce).map(headFrom);
        copy.addCards(heads);
        came += heads.length;
        await breathe();
        if (signal.aborted) return false;
      }
      this.arrival.set({ share: came / opening.count, indexed: 0, problem: null });
    }
    if (came !== opening.count) return false;
    copy.endCards(opening.revision);
    return true;
  }

  /** The cards as this browser kept them, where they are still of this library and can be brought up to date. */
  private async takeKept(kept: KeptCards, signal: AbortSignal): Promise<boolean> {
    const found = await kept.read();
    if (!found) return false;
    const { opening, changes: since } = found;
    const last = since.at(-1) ?? { revision: opening.revision, at: opening.changedAt };
    const refuse = (why: string) => {
      console.warn(`Fichier: the cards kept here are thrown away and fetched anew: ${why}.`);
      this.copy!.dropCards();
      return kept.forget().then(() => false);
    };
    const now = this.copy!.revisionOf("library");
    if (last.revision > now) return refuse("the library stands at an earlier revision");
    if (now - last.revision > mostFollowed) return refuse("too much has changed since");
    if (last.revision > 0) {
      // The last change that is known here must be the one that was made there.
      const there = await this.changesSince("library", last.revision - 1).then(
        ({ changes }) => changes,
        () => null,
      );
      // What cannot be looked at now may be good another time.
      if (!there) return false;
      if (there[0]?.at !== last.at || there[0].streamId !== opening.streamId)
        return refuse("the library's changes are other ones");
    }
    const isWhole = await this.takeLines(opening, found.lines(), signal).catch(() => false);
    if (!isWhole) return refuse("they are not whole");
    for (const { revision, forward } of since) this.take({ of: "library", revision, forward });
    return true;
  }

  /** The cards from the server, asked for until they come. */
  private async takeFetched(early: Promise<Response> | null, signal: AbortSignal): Promise<void> {
    for (let pause = firstWait, coming = early; ; coming = null) {
      try {
        const lines = linesOf(await (coming ?? this.fetchCards(signal)));
        const opening = JSON.parse((await lines.next()).value as string) as HeadsOpening;
        const writing = this.kept!.write(opening);
        async function* written() {
          for await (const line of lines) {
            writing.line(line);
            yield line;
          }
        }
        if (await this.takeLines(opening, written(), signal)) return void writing.end();
        throw new Error("The cards did not come whole.");
      } catch (error) {
        if (signal.aborted || (error instanceof ApiError && !error.passing)) throw error;
        console.warn("Fichier: the cards are asked for again.", error);
        this.arrival.update((now) => ({ ...now, problem: sayError(error) }));
        this.copy!.dropCards();
        await sleep(pause);
        pause = Math.min(longestWait, pause * 2);
      }
    }
  }

  /**
   * Takes a change in. One that is known already does nothing; where others changed the same stream since the last look,
   * what lies between is fetched first.
   */
  take(change: Pick<Change, "of" | "revision" | "forward"> & { readonly at?: string }): void {
    const { copy } = this;
    if (!copy) return;
    const before = copy.replica;
    const touched = copy.take(change);
    if (touched === null) return void this.catchUp().catch(() => undefined);
    for (const row of change.forward)
      if (row.entity === "card" && row.kind !== "delete") {
        const { chain, fingerprint } = row.kind === "insert" ? row.row : row.set;
        if (chain && fingerprint) this.contents.keep(fingerprint, chain);
      }
    if (change.of === "library" && change.at !== undefined) this.kept?.log(change as KeptChange);
    if (touched.size > 0) this.index(touched);
    const { replica, shelf } = copy;
    if (replica === before) return;
    this.publish({
      replica,
      shelf,
      ...(replica.member !== before.member && {
        member: selfOf(this.state.get().data!.member, replica),
      }),
      ...(replica.session !== before.session && { sessions: sessionsOf(replica) }),
    });
  }

  /** Takes in how the member uses some cards by now. */
  takeHabits(habits: readonly Habit[]): void {
    if (this.copy) this.index(this.copy.takeHabits(habits));
  }

  private changesSince(stream: "library" | "member", since: number) {
    return ask(changes, { libraryId: this.libraryId }, { stream, since: String(since) });
  }

  /** How far a stream is known here; null where nothing is yet. */
  revisionOf(of: "library" | "member"): number | null {
    return this.copy?.revisionOf(of) ?? null;
  }

  /** Fetches what a stream has brought since the last look, or both have, and takes it in. */
  catchUp(streams: readonly ("library" | "member")[] = ["library", "member"]): Promise<void> {
    const next = this.following.then(async () => {
      for (const stream of streams) await this.follow(stream);
    });
    // A line that is dead and does not say so holds up nobody for ever; what an answer brings twice is known already.
    this.following = Promise.race([next.catch(() => undefined), sleep(deadAfter)]);
    return next;
  }

  private async follow(stream: "library" | "member"): Promise<void> {
    const { copy } = this;
    for (let more = copy !== null; more && copy === this.copy;) {
      const since = copy!.revisionOf(stream);
      const answer = await this.changesSince(stream, since);
      for (const change of answer.changes)
        // Another answer may have brought it meanwhile.
        if (change.revision > copy!.revisionOf(stream)) this.take(change);
      more = answer.more && copy!.revisionOf(stream) > since;
    }
  }

  /** Settings that are being saved, and when all of those are. */
  private saving = 0;
  private saved: Promise<unknown> = Promise.resolve();
  /** What the server is known to hold of them. */
  private confirmed: MemberSettings = {};

  /** Saves settings of the member's own. They hold at once, so that the next key press already finds them so. */
  async saveSettings(change: MemberSettings): Promise<MemberSettings> {
    const set = (make: (now: MemberSettings) => MemberSettings) =>
      this.state.update(({ data, error }) => ({
        data: data && { ...data, member: { ...data.member, settings: make(data.member.settings) } },
        error,
      }));
    if (this.saving === 0) this.confirmed = this.state.get().data?.member.settings ?? {};
    set((now) => ({ ...now, ...change }));
    this.saving++;
    // One after another: two that overtake each other would leave the one before.
    const answer = this.saved.then(() => ask(changeSettings, { libraryId: this.libraryId }, change));
    this.saved = answer.catch(() => undefined);
    try {
      return (this.confirmed = (await answer).settings);
    } finally {
      // Until the last of them is through, what was chosen since stays; then it is as the server has it, also where it refused.
      if (--this.saving === 0) set(() => this.confirmed);
    }
  }
}
