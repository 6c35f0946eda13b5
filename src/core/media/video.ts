import { defineMedium } from "./define";
import type { Part } from "./part";

interface Size {
  readonly width: number;
  readonly height: number;
}

interface VideoMaterial extends Size {
  /** Frames a second, as a ratio. A clip whose frames come unevenly is shown and rendered at this rate. */
  readonly rate: readonly [frames: number, seconds: number];
  readonly frames: number;
  /** What of the file is used, where that is not all of it: `frames` are those of the part, `whole` those of the file. */
  readonly part?: Part;
  readonly whole?: number;
  /** What the browser plays, and the frame that stands for it, as it is shown and small. */
  readonly light: Size;
  readonly preview: Size;
  readonly mini: Size;
  /** Which frame that is. */
  readonly poster: number;
  /** Pictures side by side in the strip that goes through all of it. */
  readonly strip: number;
  /** The sound that came with it, as material of its own. */
  readonly sound?: string;
  /** Bytes of all that was made of it here. */
  readonly copied: number;
  /** What its frames were, and how they were taken: coding, colour, turning, uneven frames. */
  readonly notes: readonly string[];
}

export const video = defineMedium<VideoMaterial>()({
  piece: "video",
  works: true,
  sign: {
    name: "video",
    path: "M1.5 3h13v10h-13z M4.5 3v10 M11.5 3v10 M1.5 6.3h3 M1.5 9.7h3 M11.5 6.3h3 M11.5 9.7h3",
  },
  plural: "video",
  ownKind: "video clip",
  targets: { "video clip": { plural: "video clips" } },
  takes: ["image"],
  comparedAs: "image",
  timed: true,
  takesIn: "MP4, MOV, WebM and MKV, up to 2 GB, at their own size and frame rate.",
  endings: ["mp4", "mov", "m4v", "webm", "mkv"],
  // CIEDE2000: less than an eye can tell (common practice, no source).
  difference: { tooSmall: 0.5, say: (deltaE) => `ΔE ${deltaE.toFixed(2)}` },
});
