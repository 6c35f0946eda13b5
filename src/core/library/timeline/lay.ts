import { emptyChain, type Chain } from "../../chain/model";
import { defaultValues, normaliseChain } from "../../chain/values";
import { findEffect } from "../../effects/registry";
import type { JsonRecord, TimelineItem } from "../../formats/timeline/model";
import { ownKind, workingMedia, type Medium } from "../../media";
import type { Part } from "../../media/part";
import { cleanName, longestName, shortened } from "../../text/names";
import { bareTarget, type Target } from "../entities/target";
import type { MediaFacts } from "../media";
import { placesAmong } from "../places";
import { latestStart, requireRoom } from "../stand";
import { Unfit } from "../unfit";
import { readApplied, type Applied } from "./applied";
import { isDissolve, isShownAgain, transitionLength, type LaidItem, type LaidTrack } from "./items";
import { wantedOf, type Wanted } from "./laid";
import { placesOf, rateOf, sameTime, type Place } from "./place";

/** A file of the library. */
export interface Material {
  readonly id: string;
  readonly name: string;
  readonly facts: MediaFacts;
}

export interface LayWorld {
  newId(): string;
  /** A file of the library, by its id. */
  material(id: string): Material | undefined;
  /** Whether everybody may know of that version of a card. */
  hasCard(id: string, version: number): boolean;
}

/** Sounds of films are seldom as long as the pictures to the sample; in seconds. */
const slack = 0.1;

const say = (seconds: number) => `${Number(seconds.toFixed(2))} s`;

/** What is known of a file, whether it is in the library yet or not. */
type Known = Omit<Material, "id">;

/** What of a file is used where so much of it is shown: null is all of it. Throws Unfit where it is shorter than that. */
export function partOfSpan(shown: Wanted["span"], { facts, name }: Known): Part | null {
  const rate = rateOf(facts);
  if (rate === null || !shown || !("frames" in facts)) return null;
  const from = Math.round(shown[0] * rate);
  // What is shorter than a frame here is one.
  const to = Math.max(from + 1, Math.round(shown[1] * rate));
  const most = Math.max(1, slack * rate);
  const first = Math.max(0, from);
  const end = Math.min(facts.frames, to);
  if (from < -most || to - facts.frames > most || end <= first)
    throw new Unfit(
      "short-file",
      `The timeline shows ${say(shown[0])} to ${say(shown[1])} of “${name}”, which lasts ${say(facts.frames / rate)}.`,
      { hint: "Choose another file, or leave the clip out." },
    );
  return first === 0 && end === facts.frames ? null : { from: first, to: end, fadeIn: 0, fadeOut: 0 };
}

/** The part of a file that a clip at its place uses, in samples or frames; sounds get the fades of their cross-fades. */
export function partAt({ used, comes, goes }: Place, file: Known): Part | null {
  const part = partOfSpan(used, file);
  if (file.facts.kind !== "audio" || (comes === 0 && goes === 0)) return part;
  const { sampleRate, frames } = file.facts;
  const { from, to } = part ?? { from: 0, to: frames };
  const fadeIn = Math.min(to - from, Math.round(comes * sampleRate));
  return { from, to, fadeIn, fadeOut: Math.min(to - from - fadeIn, Math.round(goes * sampleRate)) };
}

/** Throws Unfit where a file has nothing that a track of sounds, or one of pictures, could have. */
export function requireKind(sound: boolean, { facts, name }: Known): void {
  if (facts.kind === "lut") throw new Unfit("other-medium", `“${name}” is no material.`);
  const lacks = sound
    ? facts.kind === "image" || (facts.kind === "video" && facts.sound === undefined)
    : facts.kind === "audio";
  if (lacks) throw new Unfit("other-medium", `“${name}” has no ${sound ? "sound" : "pictures"}.`);
}

/** The file that a clip plays of one that was found for it: of a film on a track of sounds its sound. Throws Unfit. */
function materialFor(sound: boolean, id: string, world: Pick<LayWorld, "material">): Material {
  const found = world.material(id);
  if (!found) throw missing();
  requireKind(sound, found);
  if (!sound || found.facts.kind !== "video") return found;
  const own = world.material(found.facts.sound!);
  if (!own) throw missing();
  return own;
}
const missing = () => new Unfit("no-material", "This file is not in the library.", { field: "media" });

/** The settings of a dissolve that lasts so many seconds, as near as a dissolve can. */
export function dissolveChain(lasts: number): Chain {
  const { id, parameters } = findEffect("video.dissolve")!;
  const { min, max } = parameters.lasts as { readonly min: number; readonly max: number };
  const values = { ...defaultValues(parameters), lasts: Math.min(max, Math.max(min, lasts)) };
  return normaliseChain({ medium: "video", settings: [{ effect: id, values, on: true, mix: 100 }] }).chain;
}

/** What a clip has on it: what it came with, else the dissolve that leads to it, as long as there is material for it. */
function appliedTo(
  { json }: TimelineItem,
  before: TimelineItem | undefined,
  { comes }: Place,
  medium: Medium,
): Applied {
  const own = readApplied(json.effects, medium);
  if (own) return own;
  const dissolves = medium === "video" && before?.kind === "transition" && isDissolve(before.json);
  const lasts = dissolves ? comes || (isShownAgain(before.json) ? transitionLength(before.json) : 0) : 0;
  return { chain: lasts > 0 ? dissolveChain(lasts) : emptyChain(medium), strength: 100, card: null };
}

const named = (name: unknown, otherwise: string): string =>
  shortened(cleanName(typeof name === "string" ? name : ""), longestName) || otherwise;

/** What the target of a timeline's clip is called at first. */
export const clipName = (clip: JsonRecord, { name }: Pick<Material, "name">): string =>
  named(clip.name, named(name, "Clip"));
/** What the track of a session for a track of sounds is called at first. */
export const trackName = (track: JsonRecord): string => named(track.name, "Track");

interface Session {
  readonly sessionId: string;
  /** In their order. */
  readonly targets: readonly Target[];
}

/** A target behind another one of a session, or before all of them. */
function placed(targets: readonly Target[], made: Target, afterId: string | null): Target[] {
  const at = targets.findIndex(({ id }) => id === afterId) + 1;
  const { positions, others } = placesAmong(targets, at);
  return [...targets.slice(0, at), { ...made, position: positions[0] }, ...targets.slice(at)].map((one) =>
    others.has(one.id) ? { ...one, position: others.get(one.id)! } : one,
  );
}

function pinOf({ card }: Applied, world: LayWorld): Pick<Target, "cardId" | "cardVersion"> {
  return card && world.hasCard(card.id, card.version)
    ? { cardId: card.id, cardVersion: card.version }
    : { cardId: null, cardVersion: null };
}

/** The id of the target that the track for the `n`th one of a timeline comes behind, null for the first place: tracks lie in the timeline's order, whichever is found first. */
function besides(targets: readonly Target[], groups: readonly (string | null)[], n: number): string | null {
  const there = new Map(targets.map(({ id }, at) => [id, at]));
  const places = groups.map((id) => (id === null ? undefined : there.get(id)));
  const earlier = places.slice(0, n).findLast((at) => at !== undefined);
  const later = places.slice(n + 1).find((at) => at !== undefined);
  const at = earlier ?? (later === undefined ? targets.length - 1 : later - 1);
  return targets[at]?.id ?? null;
}

/** The track of the session for a track of sounds. */
function trackTarget(track: LaidTrack, sessionId: string, world: LayWorld): Target {
  const applied = readApplied(track.json.effects, "audio");
  return {
    ...bareTarget,
    id: world.newId(),
    version: 1,
    sessionId,
    kind: "track",
    name: trackName(track.json),
    position: "",
    muted: track.json.enabled === false,
    chain: applied?.chain ?? emptyChain("audio"),
    strength: applied?.strength ?? 100,
    ...(applied && pinOf(applied, world)),
  };
}

/**
 * Puts clips of a timeline whose files were found into a session: `found` tells the file of each by its number. Clips come
 * to lie where the timeline has them, in its order; each track of sounds becomes a track. Throws Unfit where one cannot be.
 */
export function layClips(
  tracks: readonly LaidTrack[],
  session: Session,
  found: ReadonlyMap<number, string>,
  world: LayWorld,
): {
  readonly tracks: readonly LaidTrack[];
  readonly targets: readonly Target[];
  /** Clips to which something goes over that is shorter than the timeline says, since their files end before. */
  readonly shortened: number;
} {
  const wanted = new Set(wantedOf(tracks).map(({ clip }) => clip));
  const stray = [...found.keys()].find((clip) => !wanted.has(clip));
  if (stray !== undefined)
    throw new Unfit("no-clip", `No file is wanted for clip ${stray + 1} of the timeline.`, {
      field: "media",
    });
  const fileOf = new Map(session.targets.map(({ id, mediaId }) => [id, mediaId]));
  let targets = session.targets;
  let shortened = 0;
  let clip = 0;
  let after: string | null = null;
  /** The tracks of the session for those of the timeline, as far as there are any. */
  const groups = tracks.map(({ targetId }) => targetId);
  const laid = tracks.map((track, n): LaidTrack => {
    const sound = track.kind === "sounds";
    const first = clip;
    let { targetId } = track;
    const files = track.items.map((item): Material | undefined => {
      if (item.kind !== "clip") return undefined;
      const id = found.get(clip++) ?? (item.targetId === null ? null : fileOf.get(item.targetId));
      const file = id ? world.material(id) : undefined;
      return sound && file?.facts.kind === "video" ? world.material(file.facts.sound ?? "") : file;
    });
    clip = first;
    const places = placesOf(track, (i) => files[i]?.facts);
    const items = track.items.map((item, i): LaidItem => {
      if (item.kind !== "clip") return item;
      const mediaId = found.get(clip++);
      if (mediaId === undefined) {
        if (item.targetId !== null && fileOf.get(item.targetId)) after = item.targetId;
        return item;
      }
      const material = materialFor(sound, mediaId, world);
      const medium = workingMedia.find((one) => one === material.facts.kind)!;
      if (sound && (targetId === null || !targets.some(({ id }) => id === targetId))) {
        const made = trackTarget(track, session.sessionId, world);
        targets = placed(targets, made, besides(targets, groups, n));
        targetId = made.id;
        groups[n] = made.id;
      }
      requireRoom(targets.length + 1);
      if (places[i].at > latestStart)
        throw new Unfit(
          "too-late",
          `“${clipName(item.json, material)}” begins ${Math.round(places[i].at / 3600).toLocaleString("en")} hours after the timeline does; a session holds ${latestStart / 3600}.`,
          { field: "timeline", hint: "Leave the clip out, or take a part of the timeline." },
        );
      const place = places[i];
      const before = track.items[i - 1] as LaidItem | undefined;
      if (
        before?.kind === "transition" &&
        track.handles &&
        isDissolve(before.json) &&
        !isShownAgain(before.json) &&
        place.comes < transitionLength(before.json) - sameTime
      )
        shortened++;
      const applied = appliedTo(item, before, place, medium);
      const made: Target = {
        ...bareTarget,
        id: world.newId(),
        version: 1,
        sessionId: session.sessionId,
        kind: ownKind(medium),
        name: clipName(item.json, material),
        mediaId: material.id,
        part: partAt(place, material),
        position: "",
        feedsId: medium === "audio" ? targetId : null,
        at: place.at,
        muted: medium === "audio" && item.json.enabled === false,
        chain: applied.chain,
        strength: applied.strength,
        ...pinOf(applied, world),
      };
      targets = placed(targets, made, after);
      after = made.id;
      return { ...item, targetId: made.id };
    });
    return { ...track, targetId, items };
  });
  return { tracks: laid, targets, shortened };
}
