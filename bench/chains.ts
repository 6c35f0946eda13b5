import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { renderAudio } from "../src/core/chain/run-audio";
import { renderImage } from "../src/core/chain/run-image";
import { normaliseChain } from "../src/core/chain/values";
import { writeWav } from "../src/core/formats/wav/write";
import { demoCards } from "../demo/library/cards";
import { randomFrom } from "../demo/random";
import { ms, programTime, ratio, table, timed } from "./measure";

const chainOf = (name: string) => normaliseChain(demoCards.find((c) => c.name === name)!.chain).chain;

async function sound(): Promise<void> {
  const seconds = 60;
  const sampleRate = 48000;
  const random = randomFrom(3);
  const planes = [0, 1].map(() => Float32Array.from({ length: seconds * sampleRate }, () => (random() - 0.5) * 0.3));
  const folder = mkdtempSync(join(tmpdir(), "fichier-bench-"));
  try {
    const file = join(folder, "in.wav");
    writeFileSync(file, writeWav({ planes, sampleRate }));
    const filters = { medium: "audio" as const, settings: chainOf("Small harbour room").settings.filter((s) => s.effect !== "audio.plate") };
    const own = await timed(() => renderAudio(filters, { planes, sampleRate }), 5);
    const whole = await timed(() => renderAudio(chainOf("Small harbour room"), { planes, sampleRate }), 3, 1);
    // The same high-pass and three bands; reading and writing the file alone is subtracted.
    const soxFilters = ["highpass", "85", "equalizer", "240", "1.2q", "-2.5", "equalizer", "3200", "0.9q", "2", "treble", "1.5", "9000", "0.707q"];
    const sox = programTime("sox", [file, "-n", ...soxFilters]);
    const soxPlain = programTime("sox", [file, "-n"]);
    const soxReverb = programTime("sox", [file, "-n", ...soxFilters, "reverb", "50"]);
    const af = "highpass=f=85,equalizer=f=240:t=q:w=1.2:g=-2.5,equalizer=f=3200:t=q:w=0.9:g=2,highshelf=f=9000:t=q:w=0.707:g=1.5";
    const ffmpeg = programTime("ffmpeg", ["-v", "error", "-i", file, "-af", af, "-f", "null", "-"]);
    const ffmpegPlain = programTime("ffmpeg", ["-v", "error", "-i", file, "-f", "null", "-"]);
    const less = (a: number | undefined, b: number | undefined) => (a === undefined || b === undefined ? undefined : Math.max(1, a - b));
    table("Sound: 60 s, stereo, 48 kHz, CPU time (a peer's ratio above 1 means Fichier is faster)", [
      ["chain", "Fichier", "sox", "", "ffmpeg", ""],
      ["high-pass and three bands", ms(own), ms(less(sox, soxPlain)), ratio(own, less(sox, soxPlain)), ms(less(ffmpeg, ffmpegPlain)), ratio(own, less(ffmpeg, ffmpegPlain))],
      ["the same and a plate (sox: its reverb)", ms(whole), ms(less(soxReverb, soxPlain)), ratio(whole, less(soxReverb, soxPlain)), "no reverb", "–"],
    ]);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

async function picture(): Promise<void> {
  const [width, height] = [4000, 3000];
  const random = randomFrom(4);
  const codes = Buffer.from(Uint8Array.from({ length: width * height * 3 }, () => random() * 256));
  const planes = [0, 1, 2].map((c) => Float32Array.from({ length: width * height }, (_, i) => (codes[i * 3 + c] / 255) ** 2.2));
  const chain = chainOf("Fog, opened");
  const own = await timed(() => renderImage(chain, { width, height, planes }), 3, 1);
  const raw = { raw: { width, height, channels: 3 as const } };
  // Exposure by a factor, a bent curve by a gamma, saturation: what libvips has nearest to the three effects.
  sharp.concurrency(1);
  const peer = await timed(() => sharp(codes, raw).linear(1.27, 0).gamma(1.4, 1.2).modulate({ saturation: 1.12 }).raw().toBuffer(), 3, 1);
  table("Picture: 12 megapixels, exposure, curve and saturation, one thread, buffers to buffers", [
    ["chain", "Fichier (float)", "sharp (8 bit)", ""],
    ["Fog, opened", ms(own), ms(peer), ratio(own, peer)],
  ]);
}

export async function benchChains(): Promise<void> {
  await sound();
  await picture();
}
