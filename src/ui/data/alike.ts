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
import { WorkerLine } from "./worker-line";

/** So many contents are asked for by name; where more are not known, all are. */
const mostByName = 4 * mostContents;
/** Milliseconds. */
const askAgain = 5000;

type SoFar = (near: readonly Near[]) => void;
type Asking = Extract<AlikeRequest, { readonly id: number }>;
type Telling = Exclude<AlikeRequest, Asking>;

/** The worker that compares what cards do, and knows of every content what that is; started when it is first asked. */
export class Alike {
  private readonly line: WorkerLine<Asking, Telling, AlikeAnswer>;
  private files: readonly FileSource[] = [];
  /** Who hears of what is known before the answer is whole. */
  private readonly hearing = new Map<number, SoFar>();
  private last = 0;
  /** When what the worker does not know was asked for, by fingerprint. */
  private readonly asked = new Map<string, number>();

  /** `broke` hears that the worker broke, and was started anew. */
  constructor(
    private readonly libraryId: string,
    broke: (error: Error) => void,
  ) {
    this.line = new WorkerLine({
      start: () => new Worker(new URL("../../workers/alike.worker.ts", import.meta.url), { type: "module" }),
      hear: (answer) => {
        if ("soFar" in answer) this.hearing.get(answer.id)?.(answer.soFar);
        else if ("problem" in answer) this.line.refused(answer.id, answer.problem);
        else this.line.answered(answer.id, answer.result);
      },
      begin: () => {
        // It has to learn anew.
        this.asked.clear();
        this.line.tell({ kind: "files", files: this.files });
      },
      refusal: "The comparison was broken off. Ask for it again.",
      broke,
    });
  }

  /** Says which files the library has. */
  know(files: readonly FileSource[]): void {
    this.files = files;
    if (this.line.isStarted) this.line.tell({ kind: "files", files });
  }

  /** Asks the worker something, once it knows what these cards do as far as the server does. */
  async ask<Q extends AlikeQuestion>(
    question: Q,
    medium: ComparedMedium,
    cards: readonly Compared[],
    asked: AlikeAsked<Q>,
    soFar?: SoFar,
  ): Promise<AlikeAnswered<Q>> {
    await this.learn(medium, cards);
    return this.question(question, asked, soFar);
  }

  private async question<Q extends AlikeQuestion>(
    question: Q,
    asked: AlikeAsked<Q>,
    soFar?: SoFar,
  ): Promise<AlikeAnswered<Q>> {
    const id = ++this.last;
    if (soFar) this.hearing.set(id, soFar);
    try {
      return await this.line.ask({ kind: question, id, ...asked } as Asking);
    } finally {
      this.hearing.delete(id);
    }
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
      this.line.tell({ kind: "imprints", medium, bytes }, [bytes]);
    };
    if (lacking.length > mostByName) return fetchThem();
    for (let at = 0; at < lacking.length; at += mostContents)
      await fetchThem(lacking.slice(at, at + mostContents));
  }

  close(): void {
    this.line.close();
  }
}
