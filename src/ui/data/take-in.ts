import { count, sayPiece } from "@/core/library/words";
import { workingMedia } from "@/core/media";
import { sayBytes } from "@/core/library/bytes";
import type { CommandName, InputOf, ResultOf } from "@/core/api/commands";
import type { CommandAnswer } from "@/core/api/command";
import { whyNot, type WantedFile } from "@/core/library/timeline/match";
import { sayError } from "./api";
import type { Brought } from "@/core/api/operations/bring-material";
import type { Media } from "@/core/api/operations/session-replica";

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
/** What arrives within so many milliseconds is put into its session together, as one change. */
const together = 2000;
/** A film becomes two targets, its sound one of them, and a command adds 500 at most. */
const mostFiles = 250;

const none: readonly Incoming[] = [];
/** A clip, and its sound behind it as a target of its own. */
const itemsOf = ({ media, sound }: Brought) => [
  { mediaId: media.id, name: withoutEnding(media.name) },
  ...(sound ? [{ mediaId: sound.id, name: `${withoutEnding(media.name)}, sound` }] : []),
];
const mediaOf = ({ media, sound }: Brought) => (sound ? [media, sound] : [media]);
const isMaterial = ({ facts }: Media) => workingMedia.some((medium) => medium === facts.kind);
const withoutEnding = (name: string) => name.replace(/\.[a-z0-9]{1,5}$/i, "") || name;

/** The server and the clock, as far as files that come in need them. */
export interface TakeInLine {
  upload(file: File, onShare: (share: number) => void, signal: AbortSignal): Promise<Brought>;
  /** Bytes for which there is room. */
  room(): Promise<number>;
  /** Makes material known before targets are, so that they can be drawn as soon as they come. */
  know(sessionId: string, media: readonly Media[]): void;
  /** Tells what happened; null where it is refused, which is told too. */
  act<N extends CommandName>(command: N, input: InputOf<N>): Promise<CommandAnswer<ResultOf<N>> | null>;
  tell(notice: { readonly kind: "done"; readonly text: string }): void;
  /** Counts as unsaved until the returned function is called. */
  hold(): () => void;
  wait(milliseconds: number): Promise<unknown>;
}

interface Arrived {
  readonly key: number;
  readonly brought: Brought;
}

/** What becomes of a batch of files. */
interface Purpose {
  /** Why a file that has arrived cannot be used, in words; null where it can. */
  whyNot(arrived: Arrived): string | null;
  /** Puts some that have arrived into their session; null where that was refused. */
  put(arrived: readonly Arrived[]): Promise<unknown>;
}

/**
 * Files on their way into sessions: sent with progress, a few at once, and put into their session as they arrive. It
 * belongs to the library, not to the bench, so that leaving the bench neither stops it nor loses the reason why a file
 * was refused.
 */
export class TakeIn {
  private readonly lists = new Map<string, readonly Incoming[]>();
  private readonly stops = new Map<string, AbortController>();
  private readonly listeners = new Set<() => void>();
  private last = 0;

  constructor(private readonly line: TakeInLine) {}

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

  /** Brings files into a session, whatever they hold, as targets in the order of the files. */
  bring(sessionId: string, files: readonly File[]): Promise<void> {
    const batch = files.map((file) => ({ key: ++this.last, file }));
    /** The first target that came of each. */
    const targets = new Map<number, string>();
    const nextOf = (key: number) => {
      const next = batch.find((one) => one.key > key && targets.has(one.key));
      return next && targets.get(next.key);
    };
    return this.take(sessionId, batch, {
      whyNot: ({ brought: { media } }) =>
        isMaterial(media)
          ? null
          : `This is ${sayPiece(media.facts.kind)}, which no card is put on: choose it where an effect asks for a file.`,
      put: async (arrived) => {
        const items = arrived.flatMap(({ key, brought }) => {
          const beforeId = nextOf(key);
          return itemsOf(brought).map((item) => ({
            key,
            ...item,
            ...(beforeId !== undefined && { beforeId }),
          }));
        });
        const done = await this.line.act("add-targets", {
          sessionId,
          items: items.map(({ key: _, ...item }) => item),
        });
        done?.result.targetIds.forEach((id, i) => {
          const { key } = items[i];
          if (!targets.has(key)) targets.set(key, id);
        });
        return done;
      },
    });
  }

  /** Brings in files that clips of a session's timeline want, each of which is laid where it belongs. */
  bringClips(
    sessionId: string,
    files: readonly { readonly file: File; readonly wanted: WantedFile }[],
  ): Promise<void> {
    const wanted = new Map<number, WantedFile>();
    const batch = files.map((one) => {
      wanted.set(++this.last, one.wanted);
      return { key: this.last, file: one.file };
    });
    return this.take(sessionId, batch, {
      whyNot: ({ key, brought }) => whyNot(wanted.get(key)!, brought.media),
      put: (arrived) =>
        this.line.act("complete-timeline", {
          sessionId,
          media: arrived.flatMap(({ key, brought }) =>
            wanted.get(key)!.clips.map(({ clip }) => ({ clip, mediaId: brought.media.id })),
          ),
        }),
    });
  }

  private async take(sessionId: string, batch: readonly Arriving[], purpose: Purpose): Promise<void> {
    if (batch.length === 0) return;
    const stop = this.stops.get(sessionId) ?? new AbortController();
    this.stops.set(sessionId, stop);
    this.set(sessionId, [
      ...this.incoming(sessionId).filter((i) => i.state !== "done"),
      ...batch.map(({ key, file }): Incoming => ({ key, name: file.name, state: "waiting", share: 0 })),
    ]);
    const release = this.line.hold();
    const waiting: Arrived[] = [];
    let putting: Promise<void> | null = null;
    let allSent: () => void = () => undefined;
    const last = new Promise<void>((resolve) => (allSent = resolve));
    const putAll = async () => {
      while (waiting.length > 0 && !stop.signal.aborted) {
        // Whatever comes at about the same time is one change in the history, not one a file.
        await Promise.race([this.line.wait(together), last]);
        const now = waiting.splice(0, mostFiles).sort((a, b) => a.key - b.key);
        if (!stop.signal.aborted) await this.put(sessionId, now, purpose);
      }
    };
    const pump = () => {
      putting ??= putAll().finally(() => {
        putting = null;
        if (waiting.length > 0 && !stop.signal.aborted) pump();
      });
    };
    try {
      await this.send(sessionId, await this.fitting(sessionId, batch), stop.signal, (arrived) => {
        waiting.push(arrived);
        pump();
      });
      allSent();
      while (putting) await putting;
      this.set(
        sessionId,
        this.incoming(sessionId).filter((i) => i.state !== "done"),
      );
    } finally {
      release();
    }
  }

  private async put(sessionId: string, arrived: readonly Arrived[], purpose: Purpose): Promise<void> {
    const fit = arrived.filter((one) => {
      const problem = purpose.whyNot(one);
      if (problem !== null) this.change(sessionId, one.key, { state: "failed", problem });
      return problem === null;
    });
    if (fit.length === 0) return;
    const media = fit.flatMap(({ brought }) => mediaOf(brought));
    this.line.know(sessionId, media);
    const done = await purpose.put(fit);
    for (const { key } of fit)
      this.change(
        sessionId,
        key,
        done
          ? { state: "done" }
          : { state: "failed", problem: "It is in the library, but not in this session." },
      );
    const repaired = media.flatMap(({ name, facts }) =>
      facts.kind === "audio" && facts.repaired
        ? [
            `“${name}”: ${count(facts.repaired, "sample")} that ${facts.repaired === 1 ? "was no number" : "were no numbers"} became silence.`,
          ]
        : [],
    );
    if (repaired.length > 0) this.line.tell({ kind: "done", text: repaired.join(" ") });
  }

  /** Those of a batch for which there is room, one after the other; the others are refused before anything is sent. */
  private async fitting(sessionId: string, batch: readonly Arriving[]): Promise<readonly Arriving[]> {
    // Where it cannot be told the server will say so, file by file.
    let free = await this.line.room().catch(() => Infinity);
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

  /** Sends the files of a batch, and hands on what came of each. */
  private async send(
    sessionId: string,
    batch: readonly Arriving[],
    signal: AbortSignal,
    onArrived: (arrived: Arrived) => void,
  ): Promise<void> {
    let next = 0;
    const line = async () => {
      while (next < batch.length && !signal.aborted) {
        const { key, file } = batch[next++];
        this.change(sessionId, key, { state: "sending" });
        try {
          const onShare = (share: number) =>
            this.change(sessionId, key, { share, state: share < 1 ? "sending" : "reading" });
          const brought = await this.line.upload(file, onShare, signal);
          this.change(sessionId, key, { state: "reading", share: 1 });
          onArrived({ key, brought });
        } catch (error) {
          this.change(sessionId, key, { state: "failed", problem: sayError(error) });
        }
      }
    };
    await Promise.all(Array.from({ length: Math.min(atOnce, batch.length) }, line));
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
