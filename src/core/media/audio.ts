import { defineMedium } from "./define";
import type { Part } from "./part";

interface SoundMaterial {
  readonly sampleRate: number;
  readonly channels: number;
  /** Loudspeakers of the channels, where the file names them; see `speakers`. */
  readonly mask?: number;
  readonly frames: number;
  /** Samples that were no numbers and became silence. */
  readonly repaired?: number;
  /** Pairs of lowest and highest value over the whole, for drawing it small. */
  readonly peaks: readonly number[];
  /** What of the file a clip uses, where that is not all of it; see `partOf`. Never of a file itself. */
  readonly part?: Part;
  readonly whole?: number;
}

export const audio = defineMedium<SoundMaterial>()({
  piece: "sound",
  works: true,
  sign: { name: "sound", path: "M1 8 C3 2 5 2 7 8 S11 14 13 8 15 5 15 5" },
  plural: "sound",
  ownKind: "clip",
  targets: {
    clip: { plural: "clips" },
    track: { plural: "tracks", group: "clips one after another" },
    bus: { plural: "buses", group: "clips and tracks summed" },
    return: { plural: "returns", group: "what is sent to it, treated apart" },
    output: { plural: "outputs", group: "everything, last of all" },
  },
  timed: true,
  takesIn:
    "WAV, AIFF, FLAC, MP3, M4A, AAC, Ogg and Opus, up to eight channels and 2 GB, at their own sample rate.",
  endings: ["wav", "w64", "flac", "mp3", "aif", "aiff", "ogg", "opus", "m4a", "aac"],
  // dB of full scale: less than the last of 24 bits (common practice, no source).
  difference: { tooSmall: -144, say: (decibels) => `${decibels.toFixed(0).replace("-", "−")} dB` },
});
