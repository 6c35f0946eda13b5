import { isRecord } from "../../chain/model";
import type { JsonRecord, TimelineFile, TimelineItem, TimelineTrack } from "../../formats/timeline/model";
import { secondsOfTime } from "../../formats/timeline/model";
import { availableSpan, offsetsOf, referenceOf, schemaOf, shownSpan } from "../../formats/timeline/read";

/** A child of a timeline's track, and what it has become in the session. */
export interface LaidItem extends TimelineItem {
  /** Null for what is no clip, and for clips whose file has not been found. */
  readonly targetId: string | null;
}

export interface LaidTrack extends Omit<TimelineTrack, "items"> {
  /** The track of the session that its sounds go to; null where it has none. */
  readonly targetId: string | null;
  readonly items: readonly LaidItem[];
}

/** A clip whose file is looked for. */
export interface Wanted {
  /** Which clip of the timeline, counted through all of its tracks from 0. */
  readonly clip: number;
  /** The name of its file, as the timeline has it. */
  readonly file: string;
  /** What it wants of the file: pictures, or sound. */
  readonly sound: boolean;
  /** SHA-256 of the file, where a timeline that was written here names it. */
  readonly hash: string | null;
  /** What it shows, in seconds of the file; null where it is all of it. */
  readonly span: readonly [from: number, to: number] | null;
  /** How long the whole file is, in seconds, where it is said. */
  readonly length: number | null;
}

/** A timeline none of whose clips is in the session yet. */
export const unlaid = ({ tracks }: TimelineFile): LaidTrack[] =>
  tracks.map((track) => ({
    ...track,
    targetId: null,
    items: track.items.map((item) => ({ ...item, targetId: null })),
  }));

const text = (value: unknown): string => (typeof value === "string" ? value : "");

/** The last part of an address or a path, as it reads. */
function fileOf(address: string): string {
  const last = address.split(/[?#]/)[0].split(/[/\\]/).at(-1)!;
  try {
    return decodeURIComponent(last);
  } catch {
    return last;
  }
}

/** What a timeline that was written here says of a file. */
export function hashOf(clip: JsonRecord): string | null {
  const metadata = referenceOf(clip)?.metadata;
  const own = isRecord(metadata) ? metadata.fichier : undefined;
  const hash = isRecord(own) ? own.sha256 : undefined;
  return typeof hash === "string" && /^[0-9a-f]{64}$/.test(hash) ? hash : null;
}

/** True for a clip that shows a file; others show what the program that wrote it made itself. */
const showsFile = (clip: JsonRecord): boolean => {
  const reference = referenceOf(clip);
  return reference === null || ["ExternalReference", "MissingReference"].includes(schemaOf(reference));
};

/** What a clip shows in seconds of its file, from the file's own begin; null where it is all of it. */
export function shownOf(clip: JsonRecord): readonly [number, number] | null {
  const shown = shownSpan(clip);
  if (!shown) return null;
  const available = availableSpan(clip);
  const from = secondsOfTime(shown.start) - (available ? secondsOfTime(available.start) : 0);
  return [from, from + secondsOfTime(shown.duration)];
}

/** The clips of all tracks, numbered. */
export const clipsOf = (tracks: readonly LaidTrack[]) =>
  tracks
    .flatMap((track) => track.items.map((item) => ({ ...item, sound: track.kind === "sounds" })))
    .filter(({ kind }) => kind === "clip")
    .map((item, clip) => ({ ...item, clip }));

/** The clips whose file has not been found. */
export const wantedOf = (tracks: readonly LaidTrack[]): Wanted[] =>
  clipsOf(tracks).flatMap(({ clip, json, sound, targetId }) => {
    if (targetId !== null || !showsFile(json)) return [];
    const reference = referenceOf(json);
    const available = availableSpan(json);
    return {
      clip,
      file: fileOf(text(reference?.target_url)) || text(reference?.name) || text(json.name),
      sound,
      hash: hashOf(json),
      span: shownOf(json),
      length: available && secondsOfTime(available.duration),
    };
  });

/** The name of an effect's kind where it is one of the timeline's own for speed. */
const isSpeed = (schema: string) => ["LinearTimeWarp", "FreezeFrame", "TimeEffect"].includes(schema);

/** What of a timeline is kept and goes out again, but is not heard or seen here. */
export function notesOf(tracks: readonly LaidTrack[]): string[] {
  const items = tracks.flatMap((track) => track.items);
  const effects = items
    .flatMap(({ json }) => (Array.isArray(json.effects) ? json.effects : []))
    .filter((effect) => !isRecord(effect) || !isRecord(effect.metadata) || !("fichier" in effect.metadata));
  const clips = items.filter(({ kind }) => kind === "clip");
  const groups: (readonly [number, one: string, several: string])[] = [
    [tracks.filter(({ kind }) => kind === null).length, "part that is no track", "parts that are no tracks"],
    [items.filter(({ kind }) => kind === "other").length, "nested piece", "nested pieces"],
    [clips.filter(({ json }) => !showsFile(json)).length, "clip without a file", "clips without files"],
    [effects.filter((effect) => isSpeed(schemaOf(effect))).length, "change of speed", "changes of speed"],
    [
      effects.filter((effect) => !isSpeed(schemaOf(effect))).length,
      "effect of another program",
      "effects of other programs",
    ],
    [
      items.filter(({ kind, json }) => kind === "transition" && !isDissolve(json)).length,
      "transition that is no dissolve",
      "transitions that are no dissolves",
    ],
  ];
  return groups.flatMap(([n, one, several]) =>
    n > 0 ? `${n.toLocaleString("en")} ${n === 1 ? one : several}` : [],
  );
}

/** True for a transition that is shown as a dissolve. The name is OpenTimelineIO's own. */
export const isDissolve = (json: JsonRecord): boolean => json.transition_type === "SMPTE_Dissolve";

/** How long a transition lasts, in seconds. */
export const transitionLength = (json: JsonRecord): number => {
  const { before, after } = offsetsOf(json);
  return before + after;
};
