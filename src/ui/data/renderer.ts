import type {
  ExpectShapes,
  FileSource,
  FilesKnown,
  FrameJob,
  HelperThere,
  LoopJob,
  MixJob,
  PictureJob,
  PictureMeasures,
  PictureMeasuresJob,
  RenderAnswer,
  Rendered,
  RenderedFrame,
  RenderedLoop,
  RenderedPicture,
  RenderJob,
  Shape,
  SoundMeasures,
  SoundMeasuresJob,
} from "@/workers/render-messages";
import { WorkerLine } from "./worker-line";

/** Messages without an answer. */
type RenderTold = FilesKnown | ExpectShapes | HelperThere;
type Ask<Job> = Omit<Job, "id" | "kind">;

/** Workers that take their share of a picture's rows: one for every processor but the first, and no more than help. */
const helperCount = () => Math.min(3, Math.max(0, (navigator.hardwareConcurrency || 1) - 1));

/** The rendering worker as promises. A job that a newer one for the same place replaced gives null. */
export class Renderer {
  private readonly line: WorkerLine<RenderJob, RenderTold, RenderAnswer>;
  private helpers: Worker[] = [];
  private files: readonly FileSource[] = [];
  private last = 0;

  /** `broke` hears that the worker broke, and was started anew. */
  constructor(broke: (error: Error) => void) {
    this.line = new WorkerLine({
      start: () =>
        new Worker(new URL("../../workers/render.worker.ts", import.meta.url), {
          type: "module",
        }),
      hear: (answer) => {
        if ("problem" in answer) this.line.refused(answer.id, answer.problem);
        else this.line.answered(answer.id, "rendered" in answer ? answer.rendered : null);
      },
      begin: () => {
        this.help();
        this.line.tell({ kind: "files", files: this.files });
      },
      broke,
    });
    // It is wanted at once.
    this.line.tell({ kind: "files", files: [] });
  }

  /** Puts helpers beside a worker that has just been started. */
  private help(): void {
    for (const helper of this.helpers) helper.terminate();
    this.helpers = Array.from(
      { length: helperCount() },
      () => new Worker(new URL("../../workers/rows.worker.ts", import.meta.url), { type: "module" }),
    );
    for (const helper of this.helpers) {
      helper.onerror = (event) => {
        event.preventDefault();
        // A picture that waits for this helper's rows would wait for ever.
        if (this.helpers.includes(helper)) this.line.restart(new Error(event.message || "A helper broke."));
      };
      const { port1, port2 } = new MessageChannel();
      helper.postMessage("port", [port1]);
      this.line.tell({ kind: "helper" }, [port2]);
    }
  }

  /** Says which files the library has, before what depends on them is rendered. */
  know(files: readonly FileSource[]): void {
    this.files = files;
    this.line.tell({ kind: "files", files });
  }

  /** Says what the viewer's material will probably get next, the likeliest first; none: nothing is made ahead any more. */
  expect(shapes: readonly Shape[]): void {
    this.line.tell({ kind: "expect", shapes });
  }

  loop(job: Ask<LoopJob>): Promise<RenderedLoop | null> {
    return this.ask({ ...job, kind: "loop", id: ++this.last }) as Promise<RenderedLoop | null>;
  }

  mix(job: Ask<MixJob>): Promise<RenderedLoop | null> {
    return this.ask({ ...job, kind: "mix", id: ++this.last }) as Promise<RenderedLoop | null>;
  }

  picture(job: Ask<PictureJob>): Promise<RenderedPicture | null> {
    return this.ask({ ...job, kind: "picture", id: ++this.last }) as Promise<RenderedPicture | null>;
  }

  frame(job: Ask<FrameJob>): Promise<RenderedFrame | null> {
    return this.ask({ ...job, kind: "frame", id: ++this.last }) as Promise<RenderedFrame | null>;
  }

  measureSound(job: Ask<SoundMeasuresJob>): Promise<SoundMeasures | null> {
    return this.ask({ ...job, kind: "measure sound", id: ++this.last }) as Promise<SoundMeasures | null>;
  }

  measurePicture(job: Ask<PictureMeasuresJob>): Promise<PictureMeasures | null> {
    return this.ask({ ...job, kind: "measure picture", id: ++this.last }) as Promise<PictureMeasures | null>;
  }

  private ask(job: RenderJob): Promise<Rendered | null> {
    return this.line.ask(job);
  }

  close(): void {
    this.line.close();
    for (const helper of this.helpers) helper.terminate();
  }
}
