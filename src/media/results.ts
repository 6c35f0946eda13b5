import type { ResultFormat } from "@/core/library/renders";

/** The format that a file's name asks for, or undefined. */
export function formatOfName(name: string): ResultFormat | undefined {
  const extension = /\.([a-z0-9]+)$/i.exec(name)?.[1].toLowerCase();
  return (
    {
      wav: "wav",
      flac: "flac",
      png: "png",
      tif: "tiff",
      tiff: "tiff",
      jpg: "jpeg",
      jpeg: "jpeg",
      mp4: "mp4",
      webm: "webm",
      mkv: "mkv",
    } as const
  )[extension ?? ""];
}

/** Something to know of material or of a result that is no fault. */
export type MediaNote =
  /** Samples of a float file that were no numbers, or absurdly large, and became silence. */
  | { readonly code: "repaired"; readonly samples: number }
  /** What an effect could not reach. */
  | { readonly code: "missed"; readonly said: string }
  /** Samples beyond full scale in a file of integers; `peak` in dB over full scale. */
  | { readonly code: "clipped"; readonly samples: number; readonly peak: number };

const count = (samples: number) => `${samples.toLocaleString("en")} sample${samples === 1 ? "" : "s"}`;

/** A note in words. */
export function sayNote(note: MediaNote): string {
  switch (note.code) {
    case "repaired":
      return `${count(note.samples)} of the material ${note.samples === 1 ? "was no number and" : "were no numbers and"} became silence.`;
    case "missed":
      return note.said;
    case "clipped":
      return `${count(note.samples)} ${note.samples === 1 ? "was" : "were"} over full scale and cut off, by up to ${note.peak.toFixed(1)} dB; turn it down, or render to floats.`;
  }
}

export interface RenderHooks {
  /** Hears of the share that is done, 0…1, now and then. */
  readonly onProgress?: (share: number) => void;
  readonly signal?: AbortSignal;
  /** Hears what somebody should know of the result or of the material. */
  readonly onNote?: (note: MediaNote) => void;
}

/** A chain with effects that this installation does not have; a result without them would not be what the card says. */
export class MissingEffects extends Error {
  constructor(readonly effects: readonly string[]) {
    super(`This chain uses ${effects.join(", ")}, which ${effects.length === 1 ? "is" : "are"} not here.`);
  }
}
