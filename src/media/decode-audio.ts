import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { AudioMaterial } from "@/core/chain/run-audio";
import { UnreadableMedia } from "./process";
import { probeSound, soundBlocks } from "./sound-stream";

/** Decodes a sound into planes at its own sample rate, 1 to 8 channels: all of it, or its first so many seconds. For sounds that fit into memory. */
export async function decodeAudio(file: Uint8Array, seconds = Infinity): Promise<AudioMaterial> {
  // From a file, not a pipe: some formats keep what is needed first at their end.
  const folder = await mkdtemp(join(tmpdir(), "fichier-"));
  const path = join(folder, "original");
  try {
    await writeFile(path, file);
    const facts = await probeSound(path);
    const { sampleRate, channels, mask } = facts;
    const most = Number.isFinite(seconds) ? Math.ceil(seconds * sampleRate) : undefined;
    const blocks: Float32Array[][] = [];
    for await (const block of soundBlocks(path, facts, { most })) blocks.push(block);
    const frames = Math.min(
      most ?? Infinity,
      blocks.reduce((sum, block) => sum + block[0].length, 0),
    );
    if (frames === 0) throw new UnreadableMedia("there is no sound in this file");
    const planes = Array.from({ length: channels }, (_, c) => {
      const plane = new Float32Array(frames);
      let at = 0;
      for (const block of blocks) {
        plane.set(block[c].subarray(0, frames - at), at);
        at += block[c].length;
      }
      return plane;
    });
    return { planes, sampleRate, ...(mask > 0 && { mask }) };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
