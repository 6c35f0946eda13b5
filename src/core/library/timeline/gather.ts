import { normaliseChain } from "../../chain/values";
import { findEffect } from "../../effects/registry";
import { availableSpan, lengthOf, referenceOf, shownSpan } from "../../formats/timeline/read";
import {
  rescaled,
  secondsOfTime,
  type JsonRecord,
  type Span,
  type Time,
  type TimelineItem,
} from "../../formats/timeline/model";
import {
  clipJson,
  gapJson,
  offsetsJson,
  spanJson,
  timelineJson,
  trackJson,
  transitionJson,
  wholeTimeline,
} from "../../formats/timeline/write";
import { isRecord, type Chain } from "../../chain/model";
import type { Part } from "../../media/part";
import { soundTargetOf } from "../clip-sound";
import { Unfit } from "../unfit";
import type { Target } from "../entities/target";
import { appliedJson, readApplied, withApplied } from "./applied";
import { isDissolve, isShownAgain, shownAgain, transitionLength, type LaidTrack } from "./items";
import { clipName, dissolveChain, partAt, trackName, type Material } from "./lay";
import { hashOf } from "./laid";
import { lengthOfFile, placesOf, sameTime, type Place } from "./place";

export interface GatherWorld {
  /** A file of the library, by its id. */
  material(id: string): Material | undefined;
  /** The film whose sound a file is. */
  filmOf(soundId: string): Material | undefined;
  /** What a card is called, as everybody may read it; null where there is none. */
  cardName(id: string): string | null;
}

/** How long a still stands that no timeline says it of, in seconds. */
const still = 5;

/** What lies in a track, from when on. */
interface Placed {
  readonly start: number;
  readonly length: number;
  /** What goes over to it from what is before, where something does. */
  readonly over: JsonRecord | null;
  readonly json: JsonRecord;
}

interface OutTrack {
  readonly kind: LaidTrack["kind"];
  readonly json: JsonRecord;
  readonly items: readonly TimelineItem[];
}

const timeIn = (seconds: number, rate: number): Time => {
  const value = seconds * rate;
  // Whole units where it is as good as whole.
  return { value: Math.abs(value - Math.round(value)) < 1e-6 * rate ? Math.round(value) : value, rate };
};

/** Units in which a file's times are told: its frames or samples; those of a still are hundredths. */
function unitsOf(file: Material | undefined): number {
  if (file?.facts.kind === "audio") return file.facts.sampleRate;
  return file?.facts.kind === "video" ? file.facts.rate[0] / file.facts.rate[1] : 100;
}

/** How long the transition at a chain's begin lasts, in seconds; null where there is none. */
function cutLength(chain: Chain): number | null {
  for (const { effect: id, values, on } of normaliseChain(chain).chain.settings) {
    const effect = findEffect(id);
    if (on && effect?.medium === "video" && effect.category === "transitions") return values.lasts as number;
  }
  return null;
}

/** The transition to a clip: that of the timeline where it still says what the chain does, else what the chain does. */
function overTo(chain: Chain, before: JsonRecord | null, place: Place | null): JsonRecord | null {
  const lasts = cutLength(chain);
  if (lasts === null)
    return before && (!isDissolve(before) || place?.comes === 0) && !isShownAgain(before) ? before : null;
  if (before) {
    if (!isDissolve(before)) return before;
    // As long as it says, or as there is material for it.
    const said = [transitionLength(before), place?.comes ?? 0].map((length) =>
      cutLength(dissolveChain(length))!,
    );
    if (said.some((length) => Math.abs(length - lasts) < sameTime)) return before;
    // Still in the middle of what both clips use of each other.
    if (place && place.comes > 0) {
      const lead = (lasts * place.lead) / place.comes;
      return { ...before, ...offsetsJson(timeIn(lead, 1000), timeIn(lasts - lead, 1000)) };
    }
  }
  const own = chain.settings.some(({ effect, on }) => on && effect === "video.dissolve");
  // Over the clip alone, from its cut on: the clip before shows its end once more, which only a session here does.
  return transitionJson(
    own ? "Dissolve" : "Transition",
    own ? "SMPTE_Dissolve" : "Custom_Transition",
    timeIn(0, 1000),
    timeIn(lasts, 1000),
    shownAgain,
  );
}

/** Items that follow each other, with gaps between them; what would lie over another is left over. */
function inLine(placed: readonly Placed[]): { readonly items: TimelineItem[]; readonly over: Placed[] } {
  const items: TimelineItem[] = [];
  const over: Placed[] = [];
  let end = 0;
  for (const one of [...placed].sort((a, b) => a.start - b.start)) {
    const gap = one.start - end;
    if (gap < -sameTime) {
      over.push(one);
      continue;
    }
    if (gap > sameTime)
      items.push({ kind: "gap", json: gapJson(timeIn(gap, shownSpan(one.json)?.duration.rate ?? 1000)) });
    else if (one.over && items.length > 0) items.push({ kind: "transition", json: one.over });
    items.push({ kind: "clip", json: one.json });
    end = Math.max(end, one.start) + one.length;
  }
  return { items, over };
}

const isSamePart = (a: Part | null, b: Part | null): boolean =>
  a === b || (a !== null && b !== null && a.from === b.from && a.to === b.to);

const noEdges = { lead: 0, tail: 0 };

class Gathering {
  private readonly byId: ReadonlyMap<string, Target>;

  constructor(
    private readonly targets: readonly Target[],
    private readonly world: GatherWorld,
  ) {
    this.byId = new Map(targets.map((target) => [target.id, target]));
  }

  /** What is on a target as an effect; null for nothing. */
  private applied({ chain, strength, cardId, cardVersion }: Target): JsonRecord | null {
    if (chain.settings.length === 0 && cardId === null && strength === 100) return null;
    const card = cardId !== null && cardVersion !== null ? { id: cardId, version: cardVersion } : null;
    const name = cardId === null ? null : this.world.cardName(cardId);
    return appliedJson({ chain, strength, card }, name ?? "Settings");
  }

  /** The same object with a target's chain, and switched off where the target is muted. */
  private withTarget(json: JsonRecord, target: Target): JsonRecord {
    const { medium } = target.chain;
    const had = readApplied(json.effects, medium);
    const applied = this.applied(target);
    const isOff = json.enabled === false;
    return {
      ...json,
      ...((had || applied) && { effects: withApplied(json.effects, medium, applied) }),
      ...(medium === "audio" && isOff !== target.muted && { enabled: !target.muted }),
    };
  }

  /** What a clip shows: what the timeline said, where the target still uses just that. */
  private spanOf(json: JsonRecord, target: Target, file: Material, place: Place): Span | null {
    const edges = this.edgesOf(target, file, place);
    if (shownSpan(json) && edges.isSame) return null;
    return this.spanOfPart(target, file, availableSpan(json)?.start, edges);
  }

  /** How much of what a target uses goes over at its edges, in seconds: where these are still where the timeline had them. */
  private edgesOf({ part }: Target, file: Material, place: Place) {
    let was: Part | null | undefined;
    try {
      was = partAt(place, file);
    } catch (error) {
      // Other material than the timeline's.
      if (!(error instanceof Unfit)) throw error;
    }
    const of = (one: Part | null) => one ?? { from: 0, to: "frames" in file.facts ? file.facts.frames : 0 };
    return {
      isSame: was !== undefined && isSamePart(was, part),
      lead: was !== undefined && of(was).from === of(part).from ? place.lead : 0,
      tail: was !== undefined && of(was).to === of(part).to ? place.tail : 0,
    };
  }

  /** What a target uses of its file, as the file tells its times. */
  private spanOfPart({ part }: Target, file: Material, begins?: Time, { lead, tail } = noEdges): Span {
    const rate = unitsOf(file);
    const length = lengthOfFile(file.facts) ?? still;
    const first = begins ? rescaled(begins, rate).value : 0;
    const [before, behind] = [Math.round(lead * rate), Math.round(tail * rate)];
    const used = part ? part.to - part.from : Math.round(length * rate);
    return {
      start: { value: first + (part?.from ?? 0) + before, rate },
      duration: { value: used - before - behind, rate },
    };
  }

  private lengthOfTarget(target: Target): number {
    const file = target.mediaId === null ? undefined : this.world.material(target.mediaId);
    if (!file) return still;
    return secondsOfTime(this.spanOfPart(target, file).duration);
  }

  /** A clip of the timeline as its target is by now. */
  private clipAgain(json: JsonRecord, target: Target, place: Place): JsonRecord {
    const file = target.mediaId === null ? undefined : this.world.material(target.mediaId);
    if (!file) return this.withTarget(json, target);
    const isNamed = target.name === clipName(json, file);
    const all = this.withTarget(isNamed ? json : { ...json, name: target.name }, target);
    if (target.origin) return this.withFile(all, this.newClip(target)!);
    const span = this.spanOf(json, target, file, place);
    return this.withHash(span ? { ...all, source_range: spanJson(span) } : all, file);
  }

  /** A clip with the file of another one: what was rendered in place shows what it was rendered to. */
  private withFile(json: JsonRecord, fresh: JsonRecord): JsonRecord {
    const { source_range, media_references, active_media_reference_key } = fresh;
    const reference = referenceOf(fresh);
    return isRecord(json.media_references)
      ? { ...json, source_range, media_references, active_media_reference_key }
      : { ...json, source_range, media_reference: reference };
  }

  /** A clip whose file can be found again by its hash. */
  private withHash(json: JsonRecord, file: Material): JsonRecord {
    const hash = this.original(file).id;
    const reference = referenceOf(json);
    if (!reference || hashOf(json) === hash) return json;
    const metadata = isRecord(reference.metadata) ? reference.metadata : {};
    const known = { ...reference, metadata: { ...metadata, fichier: { sha256: hash } } };
    if (!isRecord(json.media_references)) return { ...json, media_reference: known };
    const { active_media_reference_key: key = "DEFAULT_MEDIA" } = json;
    return { ...json, media_references: { ...json.media_references, [key as string]: known } };
  }

  /** The file that somebody brought in: of a film's sound the film. */
  private original(file: Material): Material {
    return file.facts.kind === "audio" ? (this.world.filmOf(file.id) ?? file) : file;
  }

  /** A clip for a target that is in no timeline. */
  private newClip(target: Target): JsonRecord | null {
    const file = target.mediaId === null ? undefined : this.world.material(target.mediaId);
    if (!file) return null;
    const original = this.original(file);
    const rate = unitsOf(file);
    const all = {
      start: { value: 0, rate },
      duration: { value: Math.round((lengthOfFile(file.facts) ?? still) * rate), rate },
    };
    const json = clipJson(target.name, this.spanOfPart(target, file), {
      file: original.name,
      all,
      metadata: { fichier: { sha256: original.id } },
    });
    return this.withTarget(json, target);
  }

  /** A track of the timeline as the session has it by now, and what of it lies over something else. */
  track(track: LaidTrack, others: readonly Placed[]): { readonly track: OutTrack; readonly over: Placed[] } {
    if (track.kind === null) return { track, over: [] };
    const group = track.targetId === null ? undefined : this.byId.get(track.targetId);
    const json = group ? this.withTarget(this.renamed(track.json, group), group) : track.json;
    const placed: Placed[] = [];
    const items: TimelineItem[] = [];
    let moved = others.length > 0;
    let before: JsonRecord | null = null;
    const files = track.items.map(({ targetId }) => {
      const target = targetId === null ? undefined : this.byId.get(targetId);
      // A target rendered in place plays another file than the one the timeline names.
      return target && !target.origin && target.mediaId !== null
        ? this.world.material(target.mediaId)
        : undefined;
    });
    const places = placesOf(track, (i) => files[i]?.facts);
    const zero = track.window?.zero ?? 0;
    for (const [i, item] of track.items.entries()) {
      const target = item.targetId === null ? undefined : this.byId.get(item.targetId);
      const place = places[i];
      const length = lengthOf(item) ?? (target ? this.lengthOfTarget(target) : 0);
      if (item.kind === "transition") {
        before = item.json;
        continue;
      }
      if (item.kind === "clip" && item.targetId !== null && !target) {
        // It was removed from the session: its place stays free.
        if (length > 0) items.push({ kind: "gap", json: gapJson(timeIn(length, 1000)) });
      } else {
        const again = target ? this.clipAgain(item.json, target, place) : item.json;
        const shown = target ? this.shownLength(again, target) : length;
        let { start } = place;
        if (target) {
          const isLonger = Math.abs(shown - length) > sameTime;
          moved ||= Math.abs(target.at - place.at) > sameTime || isLonger;
          const lead = isLonger && files[i] ? this.edgesOf(target, files[i], place).lead : 0;
          start = isLonger ? target.at + zero + lead : place.start + (target.at - place.at);
        }
        const over = target && target.chain.medium === "video" ? overTo(target.chain, before, place) : before;
        // Where nothing is before it, it comes from black: no transition of a timeline.
        if (over && (over === before || items.at(-1)?.kind === "clip"))
          items.push({ kind: "transition", json: over });
        items.push({ kind: item.kind, json: again });
        if (item.kind !== "gap") placed.push({ start, length: shown, over, json: again });
      }
      before = null;
    }
    if (before) items.push({ kind: "transition", json: before });
    if (!moved) return { track: { kind: track.kind, json, items }, over: [] };
    const line = inLine([...placed, ...others.map((one) => ({ ...one, start: one.start + zero }))]);
    return { track: { kind: track.kind, json, items: line.items }, over: line.over };
  }

  private renamed(json: JsonRecord, { name }: Target): JsonRecord {
    return trackName(json) === name ? json : { ...json, name };
  }

  private shownLength(json: JsonRecord, target: Target): number {
    const span = shownSpan(json);
    return span ? secondsOfTime(span.duration) : this.lengthOfTarget(target);
  }

  /** What is in no timeline, by where it goes: pictures one after another, sounds where they lie. */
  private loose(laid: readonly LaidTrack[]): {
    readonly pictures: Placed[];
    readonly sounds: Map<string | null, Placed[]>;
  } {
    const known = new Set(laid.flatMap(({ items }) => items.flatMap(({ targetId }) => targetId ?? [])));
    const free = this.targets.filter(({ id, mediaId }) => mediaId !== null && !known.has(id));
    const pictures: Placed[] = [];
    const sounds = new Map<string | null, Placed[]>();
    const startOf = new Map<string, number>();
    let end = 0;
    for (const target of free) {
      if (target.chain.medium === "audio") continue;
      const json = this.newClip(target);
      if (!json) continue;
      const length = this.lengthOfTarget(target);
      pictures.push({ start: end, length, over: overTo(target.chain, null, null), json });
      const sound = soundTargetOf(target, free, (id) => this.world.material(id)?.facts);
      if (sound && sound.at === 0) startOf.set(sound.id, end);
      end += length;
    }
    for (const target of free) {
      const json = target.chain.medium === "audio" ? this.newClip(target) : null;
      if (!json) continue;
      const start = startOf.get(target.id) ?? target.at;
      const line = sounds.get(target.feedsId) ?? [];
      sounds.set(target.feedsId, [...line, { start, length: this.lengthOfTarget(target), over: null, json }]);
    }
    return { pictures, sounds };
  }

  all(laid: readonly LaidTrack[]): OutTrack[] {
    const { pictures, sounds } = this.loose(laid);
    const out: OutTrack[] = [];
    const extra: (Pick<OutTrack, "json"> & { kind: "pictures" | "sounds"; placed: readonly Placed[] })[] = [];
    for (const track of laid) {
      const group = track.kind === "sounds" ? track.targetId : null;
      const more = group === null ? [] : (sounds.get(group) ?? []);
      if (group !== null) sounds.delete(group);
      const done = this.track(track, more);
      out.push(done.track);
      if (done.over.length > 0)
        extra.push({ kind: track.kind!, json: { ...done.track.json, effects: [] }, placed: done.over });
    }
    if (pictures.length > 0)
      extra.push({ kind: "pictures", json: trackJson("Pictures", "pictures"), placed: pictures });
    for (const [feedsId, placed] of sounds) {
      const group = feedsId === null ? undefined : this.byId.get(feedsId);
      const isTrack = group?.kind === "track";
      const json = trackJson(isTrack ? group.name : "Sounds", "sounds");
      extra.push({ kind: "sounds", json: isTrack ? this.withTarget(json, group) : json, placed });
    }
    for (const { kind, json, placed } of extra)
      // What lies over another goes onto a track of its own, until nothing does.
      for (let rest: readonly Placed[] = placed; rest.length > 0;) {
        const { items, over } = inLine(rest);
        out.push({ kind, json, items });
        rest = over;
      }
    return out;
  }
}

interface Gathered {
  /** What the session is called. */
  readonly name: string;
  /** In their order. */
  readonly targets: readonly Target[];
  /** The timeline that it began with; null where there was none. */
  readonly timeline: { readonly json: JsonRecord; readonly tracks: readonly LaidTrack[] } | null;
}

/**
 * A session as a timeline of OpenTimelineIO: where it began with one, that one with what has changed since; what is in none
 * comes behind, pictures one after another and sounds where they lie. Buses, returns and the output have no place in one.
 */
export const gatherTimeline = ({ name, targets, timeline }: Gathered, world: GatherWorld): JsonRecord =>
  wholeTimeline(
    timeline?.json ?? timelineJson(name),
    new Gathering(targets, world).all(timeline?.tracks ?? []),
  );
