import { spawn } from "node:child_process";
import { once } from "node:events";
import { mkdtemp, readFile, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { writeWav } from "../../src/core/formats/wav/write";
import { sampleRate } from "../sound/tools";
import type { DemoClip } from "./clips";

/** Frames a second. */
const rate = 25;

/** A clip as a file: H.264 of BT.709 with AAC, in MP4. */
export async function film({ width, height, seconds, planes, frames }: DemoClip): Promise<Uint8Array> {
  const folder = await mkdtemp(join(tmpdir(), "fichier-clip-"));
  try {
    const [sound, made] = [join(folder, "sound.wav"), join(folder, "clip.mp4")];
    await writeFile(sound, writeWav({ planes: planes(), sampleRate }));
    const encoder = spawn(
      "ffmpeg",
      [
        ...[
          "-v",
          "error",
          "-f",
          "rawvideo",
          "-pix_fmt",
          "rgb24",
          "-s",
          `${width}x${height}`,
          "-r",
          String(rate),
        ],
        ...["-i", "-", "-i", sound, "-map", "0:v", "-map", "1:a"],
        ...["-vf", "scale=out_color_matrix=bt709:out_range=tv,format=yuv420p"],
        ...["-c:v", "libx264", "-preset", "veryfast", "-crf", "17", "-colorspace", "bt709"],
        ...["-color_primaries", "bt709", "-color_trc", "bt709", "-color_range", "tv"],
        ...["-c:a", "aac", "-b:a", "192k", "-bitexact", "-movflags", "+faststart", made],
      ],
      { stdio: ["pipe", "ignore", "inherit"] },
    );
    const ended = once(encoder, "close") as Promise<[number]>;
    const draw = frames();
    const count = Math.round(seconds * rate);
    for (let n = 0; n < count; n++)
      if (!encoder.stdin.write(Uint8Array.from(draw(n / (count - 1))))) await once(encoder.stdin, "drain");
    encoder.stdin.end();
    const [code] = await ended;
    if (code !== 0) throw new Error("ffmpeg could not make a clip of the demo");
    return await readFile(made);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
