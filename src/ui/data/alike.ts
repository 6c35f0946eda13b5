import { imprints } from "@/core/api/operations/imprints";
import { mostContents } from "@/core/api/operations/card-contents";
import type { Near } from "@/core/measure/likeness/nearest";
import type { ComparedMedium } from "@/core/media";
import type {
  AlikeAnswer,
  AlikeAnswered,
  AlikeAsked,
  AlikeQuestion,
  AlikeRequest,
  Compared,
} from "@/workers/alike-messages";
import type { FileSource } from "@/workers/render-messages";
import { addressOf, answered } from "./api";

/** So many contents are asked for by name; where more are not known, all are. */
const mostByName = 4 * mostContents;
/** Milliseconds. */
const askAgain = 5000;

interface Waiting {
  readonly resolve: (result: never) => void;
  readonly reject: (problem: Error) => void;
  readonly soFar?: (near: readonly Near[]) => void;
}

/** The worker that compares what cards do, and knows of every content what that is; started when it is first asked. */
export class Alike {
  private worker: Worker | null = null;
  private files: readonly FileSource[] = [];
  private readonly waiting = new Map<number, Waiting>();
  private last = 0;
  /** When what the worker does not know was asked for, by fingerprint. */
  private readonly asked = new Map<string, number>();

  constructor(private readonly libraryId: string) {}

  /** Says which files the library has. */
  know(files: readonly FileSource[]): void {
    this.files = files;
    if (this.worker) this.post({ kind: "files", files });
  }

  /** Asks the worker something, once it knows what these cards do as far as the server does. */
  async ask<Q extends AlikeQuestion>(
    question: Q,
    medium: ComparedMedium,
    cards: readonly Compared[],
    asked: AlikeAsked<Q>,
    soFar?: (near: readonly Near[]) => void,
  ): Promise<AlikeAnswered<Q>> {
    await this.learn(medium, cards);
    return this.question(question, asked, soFar);
  }

  private question<Q extends AlikeQuestion>(
    question: Q,
    asked: AlikeAsked<Q>,
    soFar?: Waiting["soFar"],
  ): Promise<AlikeAnswered<Q>> {
    const id = ++this.last;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve: resolve as (result: never) => void, reject, soFar });
      this.post({ kind: question, id, ...asked } as AlikeRequest);
    });
  }

  private async learn(medium: ComparedMedium, cards: readonly Compared[]): Promise<void> {
    const unknown = await this.question("unknown", { medium, cards });
    const now = Date.now();
    // What is not measured yet is asked for again by and by, not each time.
    const lacking = unknown.filter((one) => !((this.asked.get(one) ?? 0) > now - askAgain));
    if (lacking.length === 0) return;
    for (const one of lacking) this.asked.set(one, now);
    const fetchThem = async (of?: readonly string[]) => {
      const takes = new URLSearchParams({ medium, ...(of && { of: of.join() }) });
      const response = await answered(
        `${addressOf(imprints, { libraryId: this.libraryId })}?${takes.toString()}`,
      );
      const bytes = await response.arrayBuffer();
      this.post({ kind: "imprints", medium, bytes }, [bytes]);
    };
    if (lacking.length > mostByName) return fetchThem();
    for (let at = 0; at < lacking.length; at += mostContents)
      await fetchThem(lacking.slice(at, at + mostContents));
  }

  private post(request: AlikeRequest, transfer: Transferable[] = []): void {
    if (!this.worker) {
      this.worker = new Worker(new URL("../../workers/alike.worker.ts", import.meta.url), { type: "module" });
      this.worker.onmessage = ({ data }: MessageEvent<AlikeAnswer>) => {
        const asked = this.waiting.get(data.id);
        if ("soFar" in data) return asked?.soFar?.(data.soFar);
        this.waiting.delete(data.id);
        if ("problem" in data) asked?.reject(new Error(data.problem));
        else asked?.resolve(data.result as never);
      };
      this.worker.postMessage({ kind: "files", files: this.files } satisfies AlikeRequest);
    }
    this.worker.postMessage(request, transfer);
  }

  close(): void {
    this.worker?.terminate();
  }
}
