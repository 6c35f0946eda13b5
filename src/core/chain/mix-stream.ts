import type { AudioProcessor } from "../effects/define";
import { fadeEdges } from "../media/part";
import { resample, resampleNeeds } from "../signal/resample";
import {
  courseIn,
  connections,
  noResources,
  reaching,
  sides,
  toSides,
  type MixNode,
  type ResourcesOf,
  type Window,
} from "./mix";
import { chainFacts, prepareAudioChain } from "./prepare-audio";

/** Samples of a clip's own material, a plane a channel. Never asked for beyond its ends. */
export type ReadMaterial = (node: MixNode, window: Window) => Promise<readonly Float32Array[]>;

/** Samples on their way from one node to the next, in blocks, the oldest first. */
class Belt {
  private readonly blocks: (readonly Float32Array[])[] = [];
  private used = 0;

  constructor(readonly gain: number) {}

  put(block: readonly Float32Array[]): void {
    if (block[0].length > 0) this.blocks.push(block);
  }

  /** Adds the next samples to `sum`. Pre: that many are there. */
  takeInto(sum: readonly Float32Array[]): void {
    const wanted = sum[0].length;
    for (let done = 0; done < wanted;) {
      const block = this.blocks[0];
      const run = Math.min(wanted - done, block[0].length - this.used);
      sum.forEach((plane, c) => {
        for (let i = 0; i < run; i++) plane[done + i] += this.gain * block[c][this.used + i];
      });
      done += run;
      this.used += run;
      if (this.used === block[0].length) {
        this.blocks.shift();
        this.used = 0;
      }
    }
  }
}

/** One node at work: it makes its output up to an instant and puts it on the belts that lead away from it. */
abstract class Strand {
  readonly away: Belt[] = [];
  /** Samples of the mix made so far. */
  private made = 0;

  async upTo(end: number): Promise<void> {
    if (end <= this.made) return;
    const block = await this.make({ start: this.made, end });
    this.made = end;
    for (const belt of this.away) belt.put(block);
  }

  protected abstract make(window: Window): Promise<Float32Array[]>;
}

const silent = (channels: number, frames: number) =>
  Array.from({ length: channels }, () => new Float32Array(frames));

/** Runs what goes through a processor in order, and takes its latency out. */
class Compensated {
  private early: number;

  constructor(private readonly processor: AudioProcessor) {
    this.early = processor.latency;
  }

  /** Samples of input that are needed before the output reaches `end`. */
  needs(end: number): number {
    return end + this.processor.latency;
  }

  run(planes: Float32Array[]): Float32Array[] {
    const frames = planes[0].length;
    this.processor.process(planes, frames);
    const skipped = Math.min(this.early, frames);
    this.early -= skipped;
    return skipped === 0 ? planes : planes.map((p) => p.subarray(skipped));
  }
}

class ClipStrand extends Strand {
  private readonly chain: Compensated;
  /** Samples of the material that went into the chain, and treated samples that wait to be resampled. */
  private read = 0;
  private treated: { first: number; planes: Float32Array[] };

  constructor(
    private readonly node: MixNode,
    processor: AudioProcessor,
    private readonly rate: number,
    private readonly source: ReadMaterial,
  ) {
    super();
    this.chain = new Compensated(processor);
    this.treated = { first: 0, planes: silent(node.material!.channels, 0) };
  }

  /** Treats the material up to its own sample `end`; before its beginning and after its end it is silent. */
  private async treat(end: number): Promise<void> {
    const to = this.chain.needs(end);
    if (to <= this.read) return;
    const { frames, channels, part } = this.node.material!;
    const planes = silent(channels, to - this.read);
    if (this.read < frames) {
      const there = await this.source(this.node, { start: this.read, end: Math.min(to, frames) });
      planes.forEach((plane, c) => {
        plane.set(there[c]);
        if (part) fadeEdges(plane, this.read, part);
      });
    }
    this.read = to;
    const more = this.chain.run(planes);
    this.treated.planes = this.treated.planes.map((kept, c) => {
      const joined = new Float32Array(kept.length + more[c].length);
      joined.set(kept);
      joined.set(more[c], kept.length);
      return joined;
    });
  }

  protected async make({ start, end }: Window): Promise<Float32Array[]> {
    const { at, sampleRate } = this.node.material!;
    const began = Math.round(at * this.rate);
    const needs = resampleNeeds(sampleRate, this.rate, start - began, end - began);
    if (needs.end <= 0) return silent(sides, end - start);
    await this.treat(needs.end);
    const { treated } = this;
    const planes = treated.planes.map((plane) => {
      // What lies before the material's first sample is silence.
      const input = new Float32Array(needs.end - needs.start);
      const from = Math.max(needs.start, treated.first);
      input.set(plane.subarray(from - treated.first, needs.end - treated.first), from - needs.start);
      return resample(input, needs.start, sampleRate, this.rate, start - began, end - began);
    });
    const next = Math.max(
      treated.first,
      resampleNeeds(sampleRate, this.rate, end - began, end - began + 1).start,
    );
    this.treated = { first: next, planes: treated.planes.map((plane) => plane.slice(next - treated.first)) };
    return toSides(planes);
  }
}

class GroupStrand extends Strand {
  private readonly chain: Compensated;
  private taken = 0;

  constructor(
    processor: AudioProcessor,
    private readonly sources: readonly { readonly strand: Strand; readonly belt: Belt }[],
  ) {
    super();
    this.chain = new Compensated(processor);
  }

  protected async make({ end }: Window): Promise<Float32Array[]> {
    const to = this.chain.needs(end);
    const sum = silent(sides, to - this.taken);
    for (const { strand, belt } of this.sources) {
      await strand.upTo(to);
      belt.takeInto(sum);
    }
    this.taken = to;
    return this.chain.run(sum);
  }
}

export interface MixStream {
  /** Effects that are unknown here. */
  readonly missing: readonly string[];
  /** The next samples of the mix, two planes. */
  next(frames: number): Promise<Float32Array[]>;
}

/**
 * A mix, or one node of it (`root`), from the beginning of the timeline on, in order and with bounded memory: what
 * `runMix` computes for a window, for files of any length. Every node runs once from its beginning, so that the
 * result is the same to the bit whatever the size of what is asked for.
 */
export function streamMix(
  nodes: readonly MixNode[],
  sampleRate: number,
  root: string | null,
  read: ReadMaterial,
  resourcesOf: ResourcesOf = noResources,
): MixStream {
  const ways = connections(nodes);
  const { heard, needed } = reaching(nodes, ways, root);
  const byId = new Map(nodes.map((node) => [node.id, node]));
  const strands = new Map<string, Strand>();
  const missing = new Set<string>();
  const strandOf = (id: string): Strand => {
    const known = strands.get(id);
    if (known) return known;
    const node = byId.get(id)!;
    const { material } = node;
    const processor = prepareAudioChain(
      node.chain,
      node.strength,
      { sampleRate: material?.sampleRate ?? sampleRate, channels: material?.channels ?? sides },
      { ...resourcesOf(node), course: courseIn(nodes, node, 0, sampleRate) },
    );
    processor.missing.forEach((effect) => missing.add(effect));
    const strand = material
      ? new ClipStrand(node, processor, sampleRate, read)
      : new GroupStrand(
          processor,
          ways
            .filter((way) => way.to === id && needed.has(way.from))
            .map((way) => beltFrom(strandOf(way.from), way.gain)),
        );
    strands.set(id, strand);
    return strand;
  };
  const beltFrom = (strand: Strand, gain: number) => {
    const belt = new Belt(gain);
    strand.away.push(belt);
    return { strand, belt };
  };
  const out = heard.map((id) => beltFrom(strandOf(id), 1));
  let at = 0;
  return {
    missing: [...missing],
    async next(frames) {
      const sum = silent(sides, frames);
      at += frames;
      for (const { strand, belt } of out) {
        await strand.upTo(at);
        belt.takeInto(sum);
      }
      return sum;
    },
  };
}

/** The longest that anything sounds on after the last clip has ended, in seconds: the tails of all chains on one way added up. */
export function mixTail(
  nodes: readonly MixNode[],
  sampleRate: number,
  resourcesOf: ResourcesOf = noResources,
): number {
  const tailOf = (node: MixNode) => {
    const { chain, strength, material } = node;
    const rate = material?.sampleRate ?? sampleRate;
    return (
      chainFacts(
        chain,
        strength,
        { sampleRate: rate, channels: material?.channels ?? sides },
        resourcesOf(node),
      ).tail / rate
    );
  };
  return nodes.reduce((sum, node) => sum + tailOf(node), 0);
}
