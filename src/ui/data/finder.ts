import type { SearchDocument } from "@/core/search/document";
import type { Answered, Asked, Question, SearchAnswer, SearchRequest } from "@/workers/search.worker";
import { Store } from "./store";
import { WorkerLine } from "./worker-line";

type Asking = Extract<SearchRequest, { readonly id: number }>;
type Telling = Exclude<SearchRequest, Asking>;

/** The search worker: follows the library's copy and answers queries. */
export class Finder {
  /** How many cards the saved searches hold that are followed; those of which it is not known yet are missing. */
  readonly counts = new Store<Readonly<Record<string, number>>>({});
  private readonly line: WorkerLine<Asking, Telling, SearchAnswer>;
  private followed: Readonly<Record<string, string>> = {};
  private last = 0;

  /** `broke` hears that the worker broke: the one in its place knows of no card yet. */
  constructor(broke: (error: Error) => void) {
    this.line = new WorkerLine({
      start: () =>
        new Worker(new URL("../../workers/search.worker.ts", import.meta.url), {
          type: "module",
        }),
      hear: (answer) => {
        if (answer.kind === "counts") this.counts.set(answer.counts);
        else this.line.answered(answer.id, answer.result);
      },
      begin: () => this.line.tell({ kind: "follow", queries: this.followed }),
      broke,
    });
  }

  /** Brings the index up to what is known of some cards. */
  change(put: readonly SearchDocument[], remove: readonly string[]): void {
    this.line.tell({ kind: "change", put, remove });
  }

  /** Says that the index has been told of all cards there are. */
  complete(): void {
    this.line.tell({ kind: "complete" });
  }

  /** Follows some saved searches, by their ids, and tells their counts from now on. */
  follow(queries: Readonly<Record<string, string>>): void {
    this.followed = queries;
    this.line.tell({ kind: "follow", queries });
  }

  /** Asks the index something. */
  ask<Q extends Question>(question: Q, asked: Asked<Q>): Promise<Answered<Q>> {
    return this.line.ask({ kind: question, id: ++this.last, ...asked } as Asking);
  }

  close(): void {
    this.line.close();
  }
}
