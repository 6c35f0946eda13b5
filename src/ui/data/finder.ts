import type { SearchDocument, SearchTarget } from "@/core/search/document";
import type { RecallResult } from "@/core/search/recall";
import type { SearchAnswer, SearchRequest } from "@/workers/search.worker";

/** The search worker: follows the library's copy and answers queries. */
export class Finder {
  private readonly worker = new Worker(new URL("../../workers/search.worker.ts", import.meta.url), {
    type: "module",
  });
  private readonly waiting = new Map<number, (result: never) => void>();
  private last = 0;

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<SearchAnswer>) => {
      this.waiting.get(data.id)?.(data.result as never);
      this.waiting.delete(data.id);
    };
  }

  /** Brings the index up to what is known of some cards. */
  change(put: readonly SearchDocument[], remove: readonly string[]): void {
    this.post({ kind: "change", put, remove });
  }

  recall(query: string, target: SearchTarget, limit: number): Promise<RecallResult> {
    return this.ask((id) => ({ kind: "recall", id, query, target, limit }));
  }

  /** The ids of all cards that a query recalls. */
  matching(query: string): Promise<readonly string[]> {
    return this.ask((id) => ({ kind: "matching", id, query }));
  }

  private ask<Result>(request: (id: number) => SearchRequest): Promise<Result> {
    const id = ++this.last;
    return new Promise<Result>((resolve) => {
      this.waiting.set(id, resolve as (result: never) => void);
      this.post(request(id));
    });
  }

  private post(request: SearchRequest): void {
    this.worker.postMessage(request);
  }

  close(): void {
    this.worker.terminate();
  }
}
