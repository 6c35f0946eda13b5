import { placeInFile } from "@/core/media/part";
import { open, type FileHandle } from "node:fs/promises";
import type { Resources } from "@/core/chain/active";
import { learning, missed } from "@/core/chain/learn";
import {
  connections,
  mixLength,
  reaching,
  sides,
  type MixNode,
  type ResourcesOf,
  type Window,
} from "@/core/chain/mix";
import { mixTail, streamMix } from "@/core/chain/mix-stream";
import { decodeFiles } from "./dependencies";
import { MissingEffects, type RenderHooks } from "./results";
import { writeSoundFile, writeTail, type SoundFormat, type SoundSink } from "./sound-sink";

export interface MixRendering {
  readonly nodes: readonly MixNode[];
  /** The node that is rendered with all whose sound reaches it. */
  readonly root: string;
  /** Samples a second. */
  readonly sampleRate: number;
  readonly format: SoundFormat;
  /** Where files that effects depend on lie, by their hash; null for those that are not here. */
  readonly pathOf?: (hash: string) => string | null;
}

const block = 16384;

/** What a clip's chain learns of its material, which is read once for every setting that has to hear it. */
async function learn(
  node: MixNode,
  resources: Resources,
  read: (node: MixNode, window: Window) => Promise<Float32Array[]>,
  signal?: AbortSignal,
) {
  const { frames, sampleRate, channels } = node.material!;
  const lessons = learning(node.chain, { sampleRate, channels, mask: node.material!.mask }, resources);
  for (;;) {
    const { done, value } = lessons.next();
    if (done) return value;
    for (let start = 0; start < frames; start += block) {
      signal?.throwIfAborted();
      const planes = await read(node, { start, end: Math.min(frames, start + block) });
      value(planes, planes[0].length);
    }
  }
}

/**
 * Renders one track, bus, return or output of a mix into a file of two channels, from the beginning of the timeline to
 * the end of the last clip that reaches it, and its tail. `planesPath` tells where a clip's decoded sound lies: its
 * planes one after another, 32-bit floats. Throws `MissingEffects` or the signal's reason; then there is no file.
 */
export async function renderMixFile(
  output: string,
  { nodes, root, sampleRate, format, pathOf = () => null }: MixRendering,
  planesPath: (nodeId: string) => string,
  hooks: RenderHooks = {},
): Promise<{ frames: number }> {
  const { needed } = reaching(nodes, connections(nodes), root);
  const used = nodes.filter((node) => needed.has(node.id));
  const files = new Map<string, FileHandle>();
  const read = async (node: MixNode, { start, end }: Window) => {
    let file = files.get(node.id);
    if (!file) files.set(node.id, (file = await open(planesPath(node.id))));
    const { first, stride } = placeInFile(node.material!);
    return Promise.all(
      Array.from({ length: node.material!.channels }, async (_, c) => {
        const plane = new Float32Array(end - start);
        const { bytesRead } = await file.read(
          new Uint8Array(plane.buffer),
          0,
          plane.byteLength,
          (c * stride + first + start) * 4,
        );
        if (bytesRead !== plane.byteLength)
          throw new Error(`the decoded sound of ${node.id} is shorter than it should be`);
        return plane;
      }),
    );
  };
  try {
    const resources = new Map<string, Resources>();
    for (const node of used) {
      const { chain, material } = node;
      const found = { files: await decodeFiles(chain, pathOf) };
      const learnt = material ? await learn(node, found, read, hooks.signal) : undefined;
      if (learnt) for (const said of missed(chain, learnt, found)) hooks.onNote?.({ code: "missed", said });
      resources.set(node.id, { ...found, ...(learnt && { learnt }) });
    }
    const resourcesOf: ResourcesOf = (node) => resources.get(node.id) ?? {};
    const stream = streamMix(nodes, sampleRate, root, read, resourcesOf);
    if (stream.missing.length > 0) throw new MissingEffects(stream.missing);
    const length = Math.ceil(mixLength(used) * sampleRate);
    const write = async (sink: SoundSink) => {
      for (let done = 0; done < length; done += block) {
        hooks.signal?.throwIfAborted();
        const frames = Math.min(block, length - done);
        await sink.write(await stream.next(frames), frames);
        hooks.onProgress?.((done + frames) / length);
      }
      await writeTail(
        sink,
        mixTail(used, sampleRate, resourcesOf) * sampleRate,
        sampleRate,
        (frames) => stream.next(frames),
        hooks.signal,
      );
    };
    return await writeSoundFile(output, { format, channels: sides, sampleRate }, write, hooks);
  } finally {
    await Promise.all([...files.values()].map((file) => file.close()));
  }
}
