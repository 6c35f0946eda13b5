import type { SearchDocument } from "@/core/search/document";
import type { Answered, Asked, Question, SearchAnswer, SearchRequest } from "@/workers/search.worker";
import { Store } from "./store";

/** The search worker: follows the library's copy and answers queries. */
export class Finder {
  /** How many cards the saved searches hold that are followed; those of which it is not known yet are missing. */
  readonly counts = new Store<Readonly<Record<string, number>>>({});
  private readonly worker = new Worker(new URL("../../workers/search.worker.ts", import.meta.url), {
    type: "module",
  });
  private readonly waiting = new Map<number, (result: never) => void>();
  private last = 0;

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<SearchAnswer>) => {
      if (data.kind === "counts") return this.counts.set(data.counts);
      this.waiting.get(data.id)?.(data.result as never);
      this.waiting.delete(data.id);
    };
  }

  /** Brings the index up to what is known of some cards. */
  change(put: readonly SearchDocument[], remove: readonly string[]): void {
    this.post({ kind: "change", put, remove });
  }

  /** Says that the index has been told of all cards there are. */
  complete(): void {
    this.post({ kind: "complete" });
  }

  /** Follows some saved searches, by their ids, and tells their counts from now on. */
  follow(queries: Readonly<Record<string, string>>): void {
    this.post({ kind: "follow", queries });
  }

  /** Asks the index something. */
  ask<Q extends Question>(question: Q, asked: Asked<Q>): Promise<Answered<Q>> {
    const id = ++this.last;
    return new Promise((resolve) => {
      this.waiting.set(id, resolve as (result: never) => void);
      this.post({ kind: question, id, ...asked } as SearchRequest);
    });
  }

  private post(request: SearchRequest): void {
    this.worker.postMessage(request);
  }

  close(): void {
    this.worker.terminate();
  }
}
