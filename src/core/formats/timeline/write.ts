import { isRecord, type Json } from "../../chain/model";
import type { JsonRecord, Span, Time, TimelineItem, TimelineTrack } from "./model";

/** The objects of a timeline, with all that their schemas want. */

const timeJson = ({ value, rate }: Time): JsonRecord => ({ OTIO_SCHEMA: "RationalTime.1", rate, value });

export const spanJson = ({ start, duration }: Span): JsonRecord => ({
  OTIO_SCHEMA: "TimeRange.1",
  duration: timeJson(duration),
  start_time: timeJson(start),
});

const empty = { effects: [], markers: [], metadata: {} } as const;

export const gapJson = (duration: Time): JsonRecord => ({
  OTIO_SCHEMA: "Gap.1",
  name: "",
  ...empty,
  source_range: spanJson({ start: { value: 0, rate: duration.rate }, duration }),
});

export const offsetsJson = (before: Time, after: Time): JsonRecord => ({
  in_offset: timeJson(before),
  out_offset: timeJson(after),
});

/** `type`: a name that OpenTimelineIO gives, such as `SMPTE_Dissolve`. */
export const transitionJson = (
  name: string,
  type: string,
  before: Time,
  after: Time,
  metadata: JsonRecord = {},
): JsonRecord => ({
  OTIO_SCHEMA: "Transition.1",
  name,
  metadata,
  transition_type: type,
  ...offsetsJson(before, after),
});

export const trackJson = (name: string, kind: "pictures" | "sounds"): JsonRecord => ({
  OTIO_SCHEMA: "Track.1",
  name,
  kind: kind === "pictures" ? "Video" : "Audio",
  ...empty,
  source_range: null,
});

/** `file`: where it lies, relative to the timeline; `all` of it. */
export const clipJson = (
  name: string,
  source: Span,
  { file, all, metadata }: { readonly file: string; readonly all: Span; readonly metadata: JsonRecord },
): JsonRecord => ({
  OTIO_SCHEMA: "Clip.2",
  name,
  ...empty,
  source_range: spanJson(source),
  media_references: {
    DEFAULT_MEDIA: {
      OTIO_SCHEMA: "ExternalReference.1",
      name: file,
      metadata,
      available_range: spanJson(all),
      target_url: encodeURIComponent(file),
    },
  },
  active_media_reference_key: "DEFAULT_MEDIA",
});

/** A timeline without tracks; what `TimelineFile` calls its JSON. */
export const timelineJson = (name: string): JsonRecord => ({
  OTIO_SCHEMA: "Timeline.1",
  name,
  metadata: {},
  global_start_time: null,
  tracks: { OTIO_SCHEMA: "Stack.1", name: "tracks", ...empty, source_range: null },
});

/** All of a timeline. */
export function wholeTimeline(
  json: JsonRecord,
  tracks: readonly (Omit<TimelineTrack, "items"> & { readonly items: readonly TimelineItem[] })[],
): JsonRecord {
  const children = tracks.map(({ kind, json: track, items }): Json =>
    kind === null ? track : { ...track, children: items.map((item) => item.json) },
  );
  return { ...json, tracks: { ...(isRecord(json.tracks) && json.tracks), children } };
}
