import type { RenderJob, Rendered, Shape } from "./render-messages";

/** Results kept: a loop of ten seconds of stereo takes 4 MB, a picture as much. */
const mostKept = 8;

/** Jobs of a viewer are the same where only who asks differs. */
const keyOf = (job: RenderJob): string => JSON.stringify({ ...job, id: 0 });

/** A viewer's job with another chain where its own stands; null where it has none. */
function shaped(job: RenderJob, { chain, strength }: Shape): RenderJob | null {
  switch (job.kind) {
    case "loop":
    case "picture":
    case "frame":
      return { ...job, chain, strength };
    case "mix":
      return {
        ...job,
        nodes: job.nodes.map((node) => (node.id === job.shapedId ? { ...node, chain, strength } : node)),
      };
    default:
      return null;
  }
}

/** What a viewer will probably ask for next, made while nothing else waits. */
export class Ahead {
  private shapes: readonly Shape[] = [];
  private last: RenderJob | null = null;
  private readonly kept = new Map<string, Rendered>();
  /** Those that could not be made: they say so once they are asked for. */
  private readonly failed = new Set<string>();

  /** Chains that the viewer's material will probably get next, the likeliest first; none: it is over. */
  expect(shapes: readonly Shape[]): void {
    this.shapes = shapes.slice(0, mostKept);
    if (shapes.length === 0) this.forget();
  }

  /** What was made is of yesterday: what it depends on has changed. */
  forget(): void {
    this.kept.clear();
    this.failed.clear();
  }

  /** What a viewer asked for, if it was made ahead. Others like it are made from now on. */
  asked(job: RenderJob): Rendered | undefined {
    this.last = job;
    return this.kept.get(keyOf(job));
  }

  /** What is worth making now. */
  next(): RenderJob | null {
    for (const shape of this.shapes) {
      const job = this.last && shaped(this.last, shape);
      if (job && !this.kept.has(keyOf(job)) && !this.failed.has(keyOf(job))) return job;
    }
    return null;
  }

  /** Keeps what was made; null where it could not be. */
  keep(job: RenderJob, rendered: Rendered | null): void {
    const key = keyOf(job);
    if (!rendered) return void this.failed.add(key);
    this.kept.delete(key);
    this.kept.set(key, rendered);
    if (this.kept.size > mostKept) this.kept.delete(this.kept.keys().next().value!);
  }
}
