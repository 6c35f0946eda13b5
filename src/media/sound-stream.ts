import { spawn } from "node:child_process";
import { open } from "node:fs/promises";
import { maskOf, mustNameSpeakers, speakers, type Speaker } from "@/core/signal/speakers";
import {
  firstPackets,
  complaintOf,
  outputOf,
  packetEntries,
  refuseProtected,
  soundFilesOnly,
  UnreadableMedia,
  type ProbedPackets,
} from "./process";

export interface SoundFacts {
  readonly sampleRate: number;
  readonly channels: number;
  /** Loudspeakers as the file names them, a mask of `speakers`; 0 where it names none, or those that are taken for granted. */
  readonly mask: number;
  /** Samples a channel as far as the file's own header tells; only a guess for some formats. */
  readonly framesGuess: number;
  /** The header tells the length to the sample, so that a file which holds less is damaged. */
  readonly isExact: boolean;
  /** Its header could not know its length: it is read to its end. */
  readonly isEndless: boolean;
  /** Its samples are integers of over 24 bits, more than floats hold. */
  readonly isDeep: boolean;
}

const exactFormats = ["wav", "w64", "aiff", "flac"];

const mostChannels = 8;
/** Samples a second: what filters and meters are made for. */
const [lowestRate, highestRate] = [1000, 768_000];

/** ffmpeg's names of layouts whose speakers they do not spell out. Source: ffmpeg's documentation, "Channel Layout". */
const layouts: Readonly<Record<string, readonly Speaker[]>> = {
  mono: ["FC"],
  stereo: ["FL", "FR"],
  "2.1": ["FL", "FR", "LFE"],
  "3.0": ["FL", "FR", "FC"],
  "3.0(back)": ["FL", "FR", "BC"],
  "4.0": ["FL", "FR", "FC", "BC"],
  quad: ["FL", "FR", "BL", "BR"],
  "quad(side)": ["FL", "FR", "SL", "SR"],
  "3.1": ["FL", "FR", "FC", "LFE"],
  "4.1": ["FL", "FR", "FC", "LFE", "BC"],
  "5.0": ["FL", "FR", "FC", "BL", "BR"],
  "5.0(side)": ["FL", "FR", "FC", "SL", "SR"],
  "5.1": ["FL", "FR", "FC", "LFE", "BL", "BR"],
  "5.1(side)": ["FL", "FR", "FC", "LFE", "SL", "SR"],
  "6.0": ["FL", "FR", "FC", "BC", "SL", "SR"],
  "6.0(front)": ["FL", "FR", "FLC", "FRC", "SL", "SR"],
  hexagonal: ["FL", "FR", "FC", "BL", "BR", "BC"],
  "6.1": ["FL", "FR", "FC", "LFE", "BC", "SL", "SR"],
  "6.1(back)": ["FL", "FR", "FC", "LFE", "BL", "BR", "BC"],
  "6.1(front)": ["FL", "FR", "LFE", "FLC", "FRC", "SL", "SR"],
  "7.0": ["FL", "FR", "FC", "BL", "BR", "SL", "SR"],
  "7.0(front)": ["FL", "FR", "FC", "FLC", "FRC", "SL", "SR"],
  "7.1": ["FL", "FR", "FC", "LFE", "BL", "BR", "SL", "SR"],
  "7.1(wide)": ["FL", "FR", "FC", "LFE", "BL", "BR", "FLC", "FRC"],
  "7.1(wide-side)": ["FL", "FR", "FC", "LFE", "FLC", "FRC", "SL", "SR"],
  octagonal: ["FL", "FR", "FC", "BL", "BR", "BC", "SL", "SR"],
};

/** The mask that a layout's name stands for, spelt out (`3 channels (FL+FR+BC)`) or not; 0 for one that is unknown. */
function maskOfLayout(name: string): number {
  const spelt = /([A-Z]+(?:\+[A-Z]+)+)/.exec(name)?.[1].split("+") ?? layouts[name] ?? [];
  return spelt.every((s) => (speakers as readonly string[]).includes(s)) ? maskOf(spelt as Speaker[]) : 0;
}

/** Sizes from here on in a 32-bit header stand for a length that was not known when it was written, into a pipe. */
const unknownFrom = 0x7ffff000;

/** True for a WAV file whose header could not know its length. */
async function isOfUnknownLength(path: string): Promise<boolean> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(4096), 0, 4096, 0);
    if (buffer.toString("latin1", 0, 4) !== "RIFF" || buffer.toString("latin1", 8, 12) !== "WAVE")
      return false;
    for (let at = 12; at + 8 <= bytesRead;) {
      const size = buffer.readUInt32LE(at + 4);
      if (buffer.toString("latin1", at, at + 4) === "data")
        return size >= unknownFrom && at + 8 + size > (await file.stat()).size;
      at += 8 + size + (size & 1);
    }
    return false;
  } finally {
    await file.close();
  }
}

interface Probed extends ProbedPackets {
  readonly streams?: readonly {
    readonly sample_rate: string;
    readonly channels: number;
    readonly channel_layout?: string;
    readonly duration?: string;
    readonly codec_name?: string;
    readonly bits_per_raw_sample?: string;
  }[];
  readonly format?: { readonly duration?: string; readonly format_name?: string };
}

/** What a file says of its first sound stream. Throws `UnreadableMedia` where there is none, with over 8 channels, or at a rate that no sound has. */
export async function probeSound(path: string): Promise<SoundFacts> {
  const entries = `stream=sample_rate,channels,channel_layout,duration,codec_name,bits_per_raw_sample:format=duration,format_name:${packetEntries}`;
  const probed = await outputOf("ffprobe", [
    "-v",
    "error",
    ...soundFilesOnly,
    ...firstPackets,
    "-select_streams",
    "a:0",
    "-show_entries",
    entries,
    "-of",
    "json",
    path,
  ]);
  const found = JSON.parse(probed.toString()) as Probed;
  const { streams, format } = found;
  refuseProtected(found);
  const stream = streams?.[0];
  if (!stream || !(stream.channels > 0)) throw new UnreadableMedia("there is no sound in this file");
  if (stream.channels > mostChannels)
    throw new UnreadableMedia(`it has ${stream.channels} channels; at most ${mostChannels} can be used`);
  const sampleRate = Number(stream.sample_rate);
  if (!(sampleRate >= lowestRate && sampleRate <= highestRate))
    throw new UnreadableMedia(
      `it has ${stream.sample_rate} samples a second; sounds of ${lowestRate.toLocaleString("en")} to ${highestRate.toLocaleString("en")} can be used`,
    );
  const isEndless = format?.format_name === "wav" && (await isOfUnknownLength(path));
  const seconds = isEndless ? 0 : Number(stream.duration ?? format?.duration ?? 0);
  const mask = maskOfLayout(stream.channel_layout ?? "");
  return {
    sampleRate,
    channels: stream.channels,
    mask: mustNameSpeakers(stream.channels, mask) ? mask : 0,
    framesGuess: Number.isFinite(seconds) ? Math.round(seconds * sampleRate) : 0,
    isEndless,
    isExact: !isEndless && exactFormats.includes(format?.format_name ?? ""),
    isDeep: /^pcm_[su]32/.test(stream.codec_name ?? "") || Number(stream.bits_per_raw_sample ?? 0) > 24,
  };
}

/** What somebody may want to hear while a file is decoded. */
export interface DecodeHooks {
  readonly signal?: AbortSignal;
  /** Samples a channel after which it ends; the rest is not decoded. */
  readonly most?: number;
  /** Hears at the end how many samples were no numbers, where there were any. */
  readonly onRepaired?: (samples: number) => void;
}

/** Decodes a sound file into interleaved samples of four bytes, whole ones of all channels at a time. */
async function* decodedParts(
  path: string,
  { channels, sampleRate, framesGuess, isExact, isEndless }: SoundFacts,
  kind: "f32le" | "s32le",
  { signal, most }: DecodeHooks,
): AsyncGenerator<Buffer> {
  // -xerror: a damaged place is an error, not a gap that nobody hears of. What has no length ends in the middle of something.
  const strict = isEndless ? ["-ignore_length", "1"] : ["-xerror"];
  const cut = most === undefined ? [] : ["-t", String((most + 1) / sampleRate)];
  const child = spawn(
    "ffmpeg",
    [
      "-v",
      "error",
      ...strict,
      ...soundFilesOnly,
      "-i",
      path,
      "-map",
      "a:0",
      ...cut,
      "-f",
      kind,
      "-c:a",
      `pcm_${kind}`,
      "-",
    ],
    { stdio: ["ignore", "pipe", "pipe"], signal },
  );
  const complaint: Buffer[] = [];
  child.stderr.on("data", (part: Buffer) => complaint.push(part));
  const ended = new Promise<number | null>((resolve, reject) => {
    child.on("error", reject);
    child.on("close", resolve);
  });
  // Its failure is looked at after the last block; until then it is nobody's.
  ended.catch(() => undefined);
  let rest: Buffer = Buffer.alloc(0);
  const frameBytes = channels * 4;
  let decoded = 0;
  try {
    for await (const part of child.stdout as AsyncIterable<Buffer>) {
      const all = rest.length > 0 ? Buffer.concat([rest, part]) : part;
      const frames = Math.floor(all.length / frameBytes);
      rest = all.subarray(frames * frameBytes);
      if (frames === 0) continue;
      decoded += frames;
      yield all.subarray(0, frames * frameBytes);
    }
    if ((await ended) !== 0) throw complaintOf(complaint);
    // Decoders pass by damaged stretches without a word; the rounding of the told length is allowed for.
    if (isExact && decoded < Math.min(framesGuess, most ?? Infinity) - 1)
      throw new UnreadableMedia(
        `it is damaged or cut off: of ${(framesGuess / sampleRate).toFixed(1)} s only ${(decoded / sampleRate).toFixed(1)} s can be read`,
      );
  } finally {
    child.kill("SIGKILL");
  }
}

/** Floats beyond this, 120 dB over full scale, are no sound: filters would carry them for ever, as they would what is no number. */
const loudest = 1e6;

/**
 * Decodes a sound file block by block at its own rate, however long it is. Each block is one plane a channel, only
 * valid until the next is asked for. Samples that are no numbers, or absurdly large, become 0 and are counted. Throws
 * `UnreadableMedia` where the file is damaged, also in its middle.
 */
export async function* soundBlocks(
  path: string,
  facts: SoundFacts,
  hooks: DecodeHooks = {},
): AsyncGenerator<Float32Array[]> {
  const { channels } = facts;
  let repaired = 0;
  for await (const part of decodedParts(path, facts, "f32le", hooks)) {
    // Copied, since a view of floats must begin at a multiple of four bytes.
    const samples = new Float32Array(part.buffer.slice(part.byteOffset, part.byteOffset + part.byteLength));
    const frames = samples.length / channels;
    for (let i = 0; i < samples.length; i++)
      if (!(samples[i] <= loudest && samples[i] >= -loudest)) {
        samples[i] = 0;
        repaired++;
      }
    yield Array.from({ length: channels }, (_, c) => {
      const plane = new Float32Array(frames);
      for (let i = 0, at = c; i < frames; i++, at += channels) plane[i] = samples[at];
      return plane;
    });
  }
  if (repaired > 0) hooks.onRepaired?.(repaired);
}

/** The same as codes of 32 bits, interleaved: all that such a file holds, which floats would round. */
export async function* codeBlocks(
  path: string,
  facts: SoundFacts,
  hooks: DecodeHooks = {},
): AsyncGenerator<Buffer> {
  yield* decodedParts(path, facts, "s32le", hooks);
}
