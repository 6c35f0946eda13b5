import type { Json } from "../../chain/model";

/*
 * Timelines as OpenTimelineIO writes them in JSON. Its objects are carried along as they came, so that what is not
 * understood here goes out again untouched; what is understood is read out of them. Source of names and meanings:
 * OpenTimelineIO's documentation of its serialised data, from memory; see reference/otio_structure.json.
 */

export type JsonRecord = { readonly [key: string]: Json };

/** RationalTime: `value / rate` seconds. */
export interface Time {
  readonly value: number;
  /** Units a second; above 0. */
  readonly rate: number;
}

/** TimeRange: from `start`, so long. */
export interface Span {
  readonly start: Time;
  readonly duration: Time;
}

/** One child of a track: a clip of a file, nothing for a while, what goes over from one to the next, or what is only carried along. */
export interface TimelineItem {
  readonly kind: "clip" | "gap" | "transition" | "other";
  readonly json: JsonRecord;
}

export interface TimelineTrack {
  /** Null for what is no track of pictures or sounds: it is only carried along, with all that is in it. */
  readonly kind: "pictures" | "sounds" | null;
  /** Of a track of either kind without its children. */
  readonly json: JsonRecord;
  readonly items: readonly TimelineItem[];
  /** Clips use what their files have beyond the cut, where something goes over; those of sessions that are older do not. */
  readonly handles?: true;
  /**
   * The visible stretch, in seconds of the track's own time, from the source ranges of track and stack; `zero` is the
   * time that becomes the session's begin. Left out: the whole track.
   */
  readonly window?: { readonly from: number; readonly to: number; readonly zero: number };
}

/** What a timeline holds, whatever becomes of it. */
export interface TimelineFile {
  readonly name: string;
  /** The timeline without the children of its stack. */
  readonly json: JsonRecord;
  readonly tracks: readonly TimelineTrack[];
}

/** A product rule and a guard: characters of a timeline without spaces; one of a thousand clips stays below. */
export const longestTimeline = 900_000;
/** Characters of its file, which may be laid out for reading. */
export const longestTimelineFile = 8_000_000;
export const timelineExtension = ".otio";

export const secondsOfTime = ({ value, rate }: Time): number => value / rate;

/** The same time in other units. */
export const rescaled = ({ value, rate }: Time, to: number): Time => ({
  value: rate === to ? value : (value * to) / rate,
  rate: to,
});

/** The end of a span, which is not in it, in the units of its start. */
export const endOf = ({ start, duration }: Span): Time => ({
  value: start.value + rescaled(duration, start.rate).value,
  rate: start.rate,
});
