/** One question that is not answered yet. */
interface Asked<Request> {
  readonly request: Request;
  readonly resolve: (answer: never) => void;
  readonly reject: (error: Error) => void;
  /** It was under way when the worker broke. */
  wasBroken: boolean;
}

export interface WorkerBy<Answer> {
  /** Starts a worker. */
  start(): Worker;
  hear(answer: Answer): void;
  /** Tells a worker that has just been started what it has to know before it is asked anything. */
  begin?(): void;
  /** The error text for questions that were open when the worker broke. Left out, they are put to the new worker, which is right where answers need nothing that the old one had been told. */
  readonly refusal?: string;
  /** Hears that the worker broke; another one has been started in its place. */
  broke?(error: Error): void;
}

/** Where it breaks so often within so many milliseconds, all that was asked is refused, and it is started by the next question. */
const [together, mostBreaks] = [60_000, 4];

/**
 * A worker, and what it was asked. One that breaks, because it cannot be loaded or because something in it throws, is
 * started anew and asked again; what was under way in two that broke is refused.
 */
export class WorkerLine<Request extends { readonly id: number }, Told, Answer> {
  private worker: Worker | null = null;
  private readonly asked = new Map<number, Asked<Request>>();
  private breaks: number[] = [];

  constructor(
    private readonly by: WorkerBy<Answer>,
    private readonly now: () => number = Date.now,
  ) {}

  get isStarted(): boolean {
    return this.worker !== null;
  }

  /** Tells the worker something that it does not answer to. */
  tell(message: Told, transfer: Transferable[] = []): void {
    this.running().postMessage(message, transfer);
  }

  /** Asks it something. Rejects where it refuses that, or breaks by it twice. */
  ask<T>(request: Request): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      const asked = { request, resolve, reject, wasBroken: false };
      this.asked.set(request.id, asked);
      this.running().postMessage(request);
    });
  }

  /** Ends a question with its answer. */
  answered(id: number, answer: unknown): void {
    this.asked.get(id)?.resolve(answer as never);
    this.asked.delete(id);
  }

  /** Ends a question with why it has none. */
  refused(id: number, problem: string): void {
    this.asked.get(id)?.reject(new Error(problem));
    this.asked.delete(id);
  }

  /** Begins anew what broke, or what it works with. */
  restart(error: Error): void {
    this.close();
    const now = this.now();
    this.breaks = [...this.breaks.filter((at) => now - at < together), now];
    const isHopeless = this.breaks.length >= mostBreaks;
    for (const [id, asked] of [...this.asked]) {
      if (!asked.wasBroken && !isHopeless && this.by.refusal === undefined) {
        asked.wasBroken = true;
        continue;
      }
      this.asked.delete(id);
      asked.reject(this.by.refusal === undefined ? error : new Error(this.by.refusal));
    }
    if (!isHopeless) {
      const worker = this.start();
      for (const { request } of this.asked.values()) worker.postMessage(request);
    }
    this.by.broke?.(error);
  }

  close(): void {
    this.worker?.terminate();
    this.worker = null;
  }

  private running(): Worker {
    return this.worker ?? this.start();
  }

  private start(): Worker {
    const worker = (this.worker = this.by.start());
    worker.onmessage = ({ data }: MessageEvent<Answer>) => this.by.hear(data);
    worker.onerror = (event) => {
      event.preventDefault();
      if (this.worker === worker) this.restart(new Error(event.message || "It could not be loaded."));
    };
    this.by.begin?.();
    return worker;
  }
}
