import type {
  ExpectShapes,
  FileSource,
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

type Waiting = { resolve: (rendered: Rendered | null) => void; reject: (problem: Error) => void };
type Ask<Job> = Omit<Job, "id" | "kind">;

/** Workers that take their share of a picture's rows: one for every processor but the first, and no more than help. */
const helperCount = () => Math.min(3, Math.max(0, (navigator.hardwareConcurrency || 1) - 1));

/** The rendering worker as promises. A job that a newer one for the same place replaced gives null. */
export class Renderer {
  private readonly worker = new Worker(new URL("../../workers/render.worker.ts", import.meta.url), {
    type: "module",
  });
  private readonly helpers: Worker[];
  private readonly waiting = new Map<number, Waiting>();
  private last = 0;

  constructor() {
    this.helpers = Array.from(
      { length: helperCount() },
      () => new Worker(new URL("../../workers/rows.worker.ts", import.meta.url), { type: "module" }),
    );
    for (const helper of this.helpers) {
      const { port1, port2 } = new MessageChannel();
      helper.postMessage("port", [port1]);
      this.worker.postMessage({ kind: "helper" } satisfies HelperThere, [port2]);
    }
    this.worker.onmessage = ({ data }: MessageEvent<RenderAnswer>) => {
      const asked = this.waiting.get(data.id);
      this.waiting.delete(data.id);
      if ("rendered" in data) asked?.resolve(data.rendered);
      else if ("problem" in data) asked?.reject(new Error(data.problem));
      else asked?.resolve(null);
    };
  }

  /** Says which files the library has, before what depends on them is rendered. */
  know(files: readonly FileSource[]): void {
    this.worker.postMessage({ kind: "files", files });
  }

  /** Says what the viewer's material will probably get next, the likeliest first; none: nothing is made ahead any more. */
  expect(shapes: readonly Shape[]): void {
    this.worker.postMessage({ kind: "expect", shapes } satisfies ExpectShapes);
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
    return new Promise((resolve, reject) => {
      this.waiting.set(job.id, { resolve, reject });
      this.worker.postMessage(job);
    });
  }

  close(): void {
    for (const worker of [this.worker, ...this.helpers]) worker.terminate();
  }
}
