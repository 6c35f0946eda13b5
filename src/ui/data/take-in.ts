import type { QueryClient } from "@tanstack/react-query";
import { count, sayPiece } from "@/core/library/words";
import { workingMedia } from "@/core/media";
import { sayBytes } from "@/core/library/bytes";
import type { CommandName, InputOf } from "@/core/api/commands";
import { room } from "@/core/api/operations/room";
import { ask, sayError } from "./api";
import { sessionKey } from "./library-data";
import { uploadFile } from "./upload";
import type { Brought } from "@/core/api/operations/bring-material";
import type { Media } from "@/core/api/operations/session-replica";
import type { SessionData } from "./library-data";

export interface Incoming {
  readonly key: number;
  readonly name: string;
  readonly state: "waiting" | "sending" | "reading" | "done" | "failed";
  /** 0…1 of the file has arrived. */
  readonly share: number;
  readonly problem?: string;
}

interface Arriving {
  readonly key: number;
  readonly file: File;
}

/** Files sent at once; more would only share the same line. */
const atOnce = 2;

const none: readonly Incoming[] = [];
/** A clip, and its sound behind it as a target of its own. */
const itemsOf = ({ media, sound }: Brought) => [
  { mediaId: media.id, name: withoutEnding(media.name) },
  ...(sound ? [{ mediaId: sound.id, name: `${withoutEnding(media.name)}, sound` }] : []),
];
const isMaterial = ({ facts }: Media) => workingMedia.some((medium) => medium === facts.kind);
const withoutEnding = (name: string) => name.replace(/\.[a-z0-9]{1,5}$/i, "") || name;

interface Line {
  /** Tells what happened, where it is refused. */
  act<N extends CommandName>(command: N, input: InputOf<N>): Promise<unknown>;
  tell(notice: { readonly kind: "done"; readonly text: string }): void;
  /** Counts as unsaved until the returned function is called. */
  hold(): () => void;
}

/**
 * Files on their way into sessions: sent with progress, a few at once, then put into their session together, in the
 * order they came in. It belongs to the library, not to the bench, so that leaving the bench neither stops it nor
 * loses the reason why a file was refused.
 */
export class TakeIn {
  private readonly lists = new Map<string, readonly Incoming[]>();
  private readonly stops = new Map<string, AbortController>();
  private readonly listeners = new Set<() => void>();
  private last = 0;

  constructor(
    private readonly libraryId: string,
    private readonly client: QueryClient,
    private readonly line: Line,
  ) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** What is on its way into a session, or was refused. The same list until something changes. */
  incoming(sessionId: string): readonly Incoming[] {
    return this.lists.get(sessionId) ?? none;
  }

  /** Forgets those that are done or failed, and stops the others. */
  clear(sessionId: string): void {
    this.stops.get(sessionId)?.abort();
    this.stops.delete(sessionId);
    this.set(sessionId, none);
  }

  /** Brings files into a session, whatever they hold. */
  async bring(sessionId: string, files: readonly File[]): Promise<void> {
    if (files.length === 0) return;
    const stop = this.stops.get(sessionId) ?? new AbortController();
    this.stops.set(sessionId, stop);
    const batch = files.map((file) => ({ key: ++this.last, file }));
    this.set(sessionId, [
      ...this.incoming(sessionId).filter((i) => i.state !== "done"),
      ...batch.map(({ key, file }): Incoming => ({ key, name: file.name, state: "waiting", share: 0 })),
    ]);
    const release = this.line.hold();
    try {
      const arrived = await this.send(sessionId, await this.fitting(sessionId, batch), stop.signal);
      const came = batch.flatMap(({ key }) => {
        const brought = arrived.get(key);
        if (brought === undefined) return [];
        const file = brought.media;
        if (isMaterial(file)) return brought;
        this.change(sessionId, key, {
          state: "failed",
          problem: `This is ${sayPiece(file.facts.kind)}, which no card is put on: choose it where an effect asks for a file.`,
        });
        return [];
      });
      const all = came.flatMap(({ media, sound }) => (sound ? [media, sound] : [media]));
      const repaired = all.flatMap(({ name, facts }) =>
        facts.kind === "audio" && facts.repaired
          ? [
              `“${name}”: ${count(facts.repaired, "sample")} that ${facts.repaired === 1 ? "was no number" : "were no numbers"} became silence.`,
            ]
          : [],
      );
      if (repaired.length > 0) this.line.tell({ kind: "done", text: repaired.join(" ") });
      if (stop.signal.aborted || came.length === 0) return;
      // Known before the targets are, so that they can be drawn as soon as they come.
      this.client.setQueryData<SessionData>(
        sessionKey(sessionId),
        (now) => now && { ...now, media: new Map([...now.media, ...all.map((m) => [m.id, m] as const)]) },
      );
      const done = await this.line.act("add-targets", {
        sessionId,
        items: came.flatMap(itemsOf),
      });
      if (done)
        this.set(
          sessionId,
          this.incoming(sessionId).filter((i) => i.state !== "done"),
        );
    } finally {
      release();
    }
  }

  /** Those of a batch for which there is room, one after the other; the others are refused before anything is sent. */
  private async fitting(sessionId: string, batch: readonly Arriving[]): Promise<readonly Arriving[]> {
    // Where it cannot be told the server will say so, file by file.
    const { left } = await ask(room, { libraryId: this.libraryId }).catch(() => ({
      left: Infinity,
    }));
    let free = left;
    return batch.filter(({ key, file }) => {
      if (file.size > free) {
        this.change(sessionId, key, {
          state: "failed",
          problem: `This takes ${sayBytes(file.size)}; there is room for ${sayBytes(free)} more. An owner can remove material that nothing uses, under Team.`,
        });
        return false;
      }
      free -= file.size;
      return true;
    });
  }

  /** Sends the files of a batch, and gives the media that came of them by their keys. */
  private async send(
    sessionId: string,
    batch: readonly Arriving[],
    signal: AbortSignal,
  ): Promise<ReadonlyMap<number, Brought>> {
    const media = new Map<number, Brought>();
    let next = 0;
    const line = async () => {
      while (next < batch.length && !signal.aborted) {
        const { key, file } = batch[next++];
        this.change(sessionId, key, { state: "sending" });
        try {
          media.set(
            key,
            await uploadFile(
              this.libraryId,
              file,
              (share) => this.change(sessionId, key, { share, state: share < 1 ? "sending" : "reading" }),
              signal,
            ),
          );
          this.change(sessionId, key, { state: "done", share: 1 });
        } catch (error) {
          this.change(sessionId, key, { state: "failed", problem: sayError(error) });
        }
      }
    };
    await Promise.all(Array.from({ length: Math.min(atOnce, batch.length) }, line));
    return media;
  }

  private change(sessionId: string, key: number, set: Partial<Incoming>): void {
    this.set(
      sessionId,
      this.incoming(sessionId).map((each) => (each.key === key ? { ...each, ...set } : each)),
    );
  }

  private set(sessionId: string, list: readonly Incoming[]): void {
    this.lists.set(sessionId, list);
    this.listeners.forEach((listener) => listener());
  }
}
