import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { AudioMaterial } from "@/core/chain/run-audio";
import { pipeThrough, UnreadableMedia } from "./process";

/** Decodes sound of any format that ffmpeg reads into planes at its own sample rate; 1 to 8 channels. */
export async function decodeAudio(file: Uint8Array): Promise<AudioMaterial> {
  // From a file, not a pipe: some formats keep what is needed first at their end.
  const folder = await mkdtemp(join(tmpdir(), "fichier-"));
  const path = join(folder, "original");
  try {
    await writeFile(path, file);
    const nothing = new Uint8Array(0);
    const probed = await pipeThrough(
      "ffprobe",
      ["-v", "error", "-select_streams", "a:0", "-show_entries", "stream=sample_rate,channels", "-of", "json", path],
      nothing,
    );
    const [stream] = (JSON.parse(probed.toString()) as { streams: { sample_rate: string; channels: number }[] }).streams;
    if (!stream) throw new UnreadableMedia("there is no sound in this file");
    if (stream.channels > 8) throw new UnreadableMedia(`it has ${stream.channels} channels; at most 8 can be used`);
    const raw = await pipeThrough("ffmpeg", ["-v", "error", "-i", path, "-map", "a:0", "-f", "f32le", "-c:a", "pcm_f32le", "-"], nothing);
    const samples = new Float32Array(raw.buffer, raw.byteOffset, Math.floor(raw.byteLength / 4));
    const frames = Math.floor(samples.length / stream.channels);
    if (frames === 0) throw new UnreadableMedia("there is no sound in this file");
    const planes = Array.from({ length: stream.channels }, (_, c) =>
      Float32Array.from({ length: frames }, (_, i) => samples[i * stream.channels + c]),
    );
    return { planes, sampleRate: Number(stream.sample_rate) };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
