import { FormatFault } from "../../chain/fault";
import { isRecord, type Json } from "../../chain/model";
import { parseExact } from "../exact-numbers";
import { readJsonText, requireShallow } from "../json-text";
import {
  longestTimeline,
  longestTimelineFile,
  secondsOfTime,
  type JsonRecord,
  type Span,
  type Time,
  type TimelineFile,
  type TimelineItem,
  type TimelineTrack,
} from "./model";

/** A product rule and a guard: more children of tracks are refused. */
const mostItems = 10_000;
/** Longer times than any footage: 2³¹ seconds. */
const longest = 2 ** 31;

/** The kind of an object, without the version of its schema; empty where it names none. */
export const schemaOf = (json: Json | undefined): string =>
  isRecord(json) && typeof json.OTIO_SCHEMA === "string" ? json.OTIO_SCHEMA.split(".")[0] : "";

function readTime(value: Json | undefined, where: string): Time {
  if (!isRecord(value) || typeof value.value !== "number" || typeof value.rate !== "number")
    throw new FormatFault("A time has a value and a rate.", where);
  const time = { value: value.value, rate: value.rate };
  if (!(time.rate > 0)) throw new FormatFault("A rate is above 0.", `${where}.rate`);
  if (!(Math.abs(secondsOfTime(time)) < longest)) throw new FormatFault("This time is too long.", where);
  return time;
}

/** Reads a TimeRange; null where there is none. Throws a FormatFault. */
function readSpan(value: Json | undefined, where = "range"): Span | null {
  if (value === undefined || value === null) return null;
  if (!isRecord(value)) throw new FormatFault("A range has a start_time and a duration.", where);
  const duration = readTime(value.duration, `${where}.duration`);
  if (duration.value < 0) throw new FormatFault("A duration is not below 0.", `${where}.duration`);
  return { start: readTime(value.start_time, `${where}.start_time`), duration };
}

/** The file that a clip shows, of several the one that is in use; null where it names none. */
export function referenceOf(clip: JsonRecord): JsonRecord | null {
  const several = clip.media_references;
  const { active_media_reference_key: key = "DEFAULT_MEDIA" } = clip;
  const one = isRecord(several) && typeof key === "string" ? several[key] : clip.media_reference;
  return isRecord(one) ? one : null;
}

/** Where in its file a clip's reference begins, and how much of it there is; null where it does not say. */
export const availableSpan = (clip: JsonRecord): Span | null => readSpan(referenceOf(clip)?.available_range);

/** What a clip shows of its file, in the file's own times; null where that is all of it, however much. */
export const shownSpan = (clip: JsonRecord): Span | null =>
  readSpan(clip.source_range) ?? availableSpan(clip);

/**
 * How long something nested lasts, in seconds: a stack as long as its longest child, a track as its children together, what
 * only a file could tell as nothing. Source: OpenTimelineIO's documentation of available_range, from memory.
 */
function nestedLength(json: Json): number | null {
  if (!isRecord(json)) return null;
  const schema = schemaOf(json);
  if (schema === "Transition") return 0;
  const span = schema === "Clip" ? shownSpan(json) : readSpan(json.source_range);
  if (span) return secondsOfTime(span.duration);
  if (!Array.isArray(json.children)) return null;
  const lengths = json.children.map((child) => nestedLength(child) ?? 0);
  if (schema === "Stack") return Math.max(0, ...lengths);
  return schema === "Track" ? lengths.reduce((sum, length) => sum + length, 0) : null;
}

/** How long an item lasts in its track, in seconds; null where only the file tells. What goes over lies above its neighbours. */
export function lengthOf({ kind, json }: TimelineItem): number | null {
  if (kind === "transition") return 0;
  if (kind === "other") return nestedLength(json);
  const span = kind === "clip" ? shownSpan(json) : readSpan(json.source_range);
  return span ? secondsOfTime(span.duration) : null;
}

/** How long before and after the cut a transition begins and ends, in seconds. */
export const offsetsOf = (json: JsonRecord): { readonly before: number; readonly after: number } => ({
  before: secondsOfTime(readTime(json.in_offset, "in_offset")),
  after: secondsOfTime(readTime(json.out_offset, "out_offset")),
});

const itemKinds: Readonly<Record<string, TimelineItem["kind"]>> = {
  Clip: "clip",
  Gap: "gap",
  Transition: "transition",
};

function readItem(json: Json, where: string): TimelineItem {
  if (!isRecord(json) || schemaOf(json) === "")
    throw new FormatFault("A child of a track names its OTIO_SCHEMA.", where);
  const kind = itemKinds[schemaOf(json)] ?? "other";
  readSpan(json.source_range, `${where}.source_range`);
  if (kind === "clip") readSpan(referenceOf(json)?.available_range, `${where}.available_range`);
  if (kind === "other") nestedLength(json);
  if (kind === "transition")
    for (const key of ["in_offset", "out_offset"]) {
      const { value } = readTime(json[key], `${where}.${key}`);
      if (value < 0) throw new FormatFault("An offset is not below 0.", `${where}.${key}`);
    }
  return { kind, json };
}

const secondsOf = (span: Span | null) => span && [secondsOfTime(span.start), secondsOfTime(span.duration)];

/** The visible stretch of a track. Its own range is in the track's times, the stack's range counts from where that begins. */
function windowOf(own: Span | null, whole: Span | null): TimelineTrack["window"] {
  if (!own && !whole) return undefined;
  const [begin, length] = secondsOf(own) ?? [0, Number.MAX_VALUE];
  const [later, most] = secondsOf(whole) ?? [0, Number.MAX_VALUE];
  const zero = begin + later;
  return { from: Math.max(begin, zero), to: Math.min(begin + length, zero + most), zero };
}

function readTrack(json: Json, where: string, stack: Span | null): TimelineTrack {
  if (!isRecord(json)) throw new FormatFault("A child of the stack is an object.", where);
  const { children = [], ...rest } = json;
  const kind = rest.kind === "Video" ? "pictures" : rest.kind === "Audio" ? "sounds" : null;
  if (schemaOf(json) !== "Track" || kind === null) return { kind: null, json, items: [] };
  if (!Array.isArray(children)) throw new FormatFault("Children are a list.", `${where}.children`);
  const window = windowOf(readSpan(rest.source_range, `${where}.source_range`), stack);
  return {
    kind,
    json: rest,
    handles: true,
    ...(window && { window }),
    items: children.map((child, i) => readItem(child, `${where}.children[${i}]`)),
  };
}

/**
 * Reads a timeline out of parsed JSON. Throws a FormatFault that says what is wrong and where. Of a collection the first
 * timeline is read.
 */
export function readTimeline(value: Json | undefined): TimelineFile {
  const inner =
    isRecord(value) && schemaOf(value) === "SerializableCollection" && Array.isArray(value.children)
      ? value.children.find((child) => schemaOf(child) === "Timeline")
      : value;
  if (!isRecord(inner) || schemaOf(inner) !== "Timeline")
    throw new FormatFault("This is no timeline of OpenTimelineIO.", "OTIO_SCHEMA");
  requireShallow(inner);
  const size = JSON.stringify(inner).length;
  if (size > longestTimeline)
    throw new FormatFault(
      `The timeline has ${size} characters without spaces; at most ${longestTimeline} are read. Take less of it at a time.`,
      "the file",
    );
  const { tracks: stack } = inner;
  if (!isRecord(stack) || schemaOf(stack) !== "Stack")
    throw new FormatFault("A timeline has a stack of tracks.", "tracks");
  const { children = [], ...rest } = stack;
  if (!Array.isArray(children)) throw new FormatFault("Children are a list.", "tracks.children");
  const range = readSpan(rest.source_range, "tracks.source_range");
  const tracks = children.map((child, i) => readTrack(child, `tracks.children[${i}]`, range));
  const items = tracks.reduce((sum, track) => sum + track.items.length, 0);
  if (items > mostItems)
    throw new FormatFault(`The tracks have ${items} children; at most ${mostItems} are read.`, "tracks");
  return { name: typeof inner.name === "string" ? inner.name : "", json: { ...inner, tracks: rest }, tracks };
}

/** Reads a timeline's file. Throws a FormatFault. */
export const readTimelineText = (text: string): TimelineFile =>
  readTimeline(readJsonText(text, longestTimelineFile, parseExact));
