import { isRecord } from "../../chain/model";
import { secondsOfTime, type JsonRecord, type TimelineFile } from "../../formats/timeline/model";
import { availableSpan, referenceOf, schemaOf } from "../../formats/timeline/read";
import { isDissolve, type LaidTrack } from "./items";
import { placesOf } from "./place";

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
  // In a path that is no address every character is one of a name.
  const isAddress = /^[a-z][a-z0-9+.-]+:\//i.test(address);
  const last = (isAddress ? address.split(/[?#]/)[0] : address).split(/[/\\]/).at(-1)!;
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

const unknown = () => undefined;

/** The clips of all tracks, numbered, where they lie as far as that can be told without their files. */
export const clipsOf = (tracks: readonly LaidTrack[]) =>
  tracks
    .flatMap((track) => {
      const places = placesOf(track, unknown);
      return track.items.map((item, i) => ({
        ...item,
        sound: track.kind === "sounds",
        place: places[i],
      }));
    })
    .filter(({ kind }) => kind === "clip")
    .map((item, clip) => ({ ...item, clip }));

/** The clips whose file has not been found. */
export const wantedOf = (tracks: readonly LaidTrack[]): Wanted[] =>
  clipsOf(tracks).flatMap(({ clip, json, sound, targetId, place }) => {
    if (targetId !== null || !showsFile(json) || !place.isSeen) return [];
    const reference = referenceOf(json);
    const available = availableSpan(json);
    return {
      clip,
      file: fileOf(text(reference?.target_url)) || text(reference?.name) || text(json.name),
      sound,
      hash: hashOf(json),
      span: place.shown,
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
  const clips = clipsOf(tracks);
  const groups: (readonly [number, one: string, several: string])[] = [
    [tracks.filter(({ kind }) => kind === null).length, "part that is no track", "parts that are no tracks"],
    [items.filter(({ kind }) => kind === "other").length, "nested piece", "nested pieces"],
    [clips.filter(({ json }) => !showsFile(json)).length, "clip without a file", "clips without files"],
    [
      clips.filter(({ json, place }) => showsFile(json) && !place.isSeen).length,
      "clip that is switched off or lies outside of what its track shows",
      "clips that are switched off or lie outside of what their tracks show",
    ],
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
