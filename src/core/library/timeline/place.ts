import type { MediaFacts } from "../media";
import { secondsOfTime, type JsonRecord, type TimelineItem } from "../../formats/timeline/model";
import { availableSpan, lengthOf, offsetsOf } from "../../formats/timeline/read";
import { isDissolve, isShownAgain, shownOf, type LaidTrack } from "./items";

/** Where an item of a track lies, and what of its file is used: in seconds. */
export interface Place {
  /** In the times of its track, without what goes over at its edges. */
  readonly start: number;
  readonly length: number;
  /** Where in the session it begins, with what goes over at its edges. */
  readonly at: number;
  /** What the clip itself shows of its file, as far as its track shows it; null where that is all of it, however much. */
  readonly shown: readonly [from: number, to: number] | null;
  /** The same with what goes over at its edges. */
  readonly used: readonly [from: number, to: number] | null;
  /** How much of what is used lies before and behind what is shown. */
  readonly lead: number;
  readonly tail: number;
  /** How long it takes to come from the clip before and to go over to the next one; 0 where it is cut. */
  readonly comes: number;
  readonly goes: number;
  /** False for what is switched off, or lies where its track or stack shows nothing. */
  readonly isSeen: boolean;
}

/** Times that differ by less than this are the same: a rounded sample at any rate is farther off. Seconds. */
export const sameTime = 1e-6;

/** Samples or frames a second; null for what has no length. */
export const rateOf = (facts: MediaFacts): number | null =>
  facts.kind === "audio" ? facts.sampleRate : facts.kind === "video" ? facts.rate[0] / facts.rate[1] : null;

/** How long a file is, in seconds; null for what has no length. */
export const lengthOfFile = (facts: MediaFacts): number | null =>
  facts.kind === "audio" || facts.kind === "video" ? facts.frames / rateOf(facts)! : null;

const isOff = (json: JsonRecord): boolean => json.enabled === false;

/** What of a clip's file there is before and behind what it shows. */
function handles(item: TimelineItem, facts: MediaFacts | undefined): { before: number; behind: number } {
  const shown = shownOf(item.json);
  if (!shown) return { before: 0, behind: 0 };
  const available = availableSpan(item.json);
  const length = (facts && lengthOfFile(facts)) ?? (available ? secondsOfTime(available.duration) : Infinity);
  return { before: Math.max(0, shown[0]), behind: Math.max(0, length - shown[1]) };
}

/**
 * Where all items of a track lie. A dissolve of pictures and a cross-fade of sounds use what their clips' files have beyond
 * the cut, on both sides of it as the timeline says, as far as there is any. `known` tells the file of an item, where it is
 * there; of others the handles are taken for granted.
 */
export function placesOf(
  { kind, json: track, items, window, handles: hasHandles }: LaidTrack,
  known: (index: number) => MediaFacts | undefined,
): Place[] {
  const facts = items.map((_, i) => known(i));
  const goesOver = (i: number): boolean => {
    const one = items[i] as TimelineItem | undefined;
    if (!hasHandles || one?.kind !== "transition" || !isDissolve(one.json) || isShownAgain(one.json))
      return false;
    return items[i - 1]?.kind === "clip" && items[i + 1]?.kind === "clip";
  };
  const zero = window?.zero ?? 0;
  const [opens, closes] = [window?.from ?? -Infinity, window?.to ?? Infinity];
  let start = 0;
  const plain = items.map((item, i) => {
    const file = facts[i];
    const length = lengthOf(item) ?? (file ? (lengthOfFile(file) ?? 0) : 0);
    const own = item.kind === "clip" ? handles(item, file) : { before: 0, behind: 0 };
    const lead = goesOver(i - 1) ? Math.min(offsetsOf(items[i - 1].json).before, own.before) : 0;
    const tail = goesOver(i + 1) ? Math.min(offsetsOf(items[i + 1].json).after, own.behind) : 0;
    const place = { start, length, lead, tail };
    start += length;
    return place;
  });
  return items.map((item, i): Place => {
    const { length, ...one } = plain[i];
    const [first, end] = [one.start, one.start + length];
    const [from, to] = [Math.max(first - one.lead, opens), Math.min(end + one.tail, closes)];
    const file = facts[i];
    const all = item.kind === "clip" ? shownOf(item.json) : null;
    const whole = all ?? (file && lengthOfFile(file) !== null ? ([0, lengthOfFile(file)!] as const) : null);
    const isCut = first < opens - sameTime || end > closes + sameTime;
    const within = (a: number, b: number): readonly [number, number] | null =>
      whole && [whole[0] + a - first, whole[0] + b - first];
    const shown = isCut ? within(Math.max(first, opens), Math.min(end, closes)) : all;
    const lead = Math.max(0, Math.max(first, opens) - from);
    const tail = Math.max(0, to - Math.min(end, closes));
    return {
      start: first,
      length,
      at: Math.max(0, from - zero),
      shown,
      used: isCut || lead > 0 || tail > 0 ? within(from, to) : all,
      lead,
      tail,
      comes: goesOver(i - 1) && first >= opens ? plain[i - 2].tail + one.lead : 0,
      goes: goesOver(i + 1) && end <= closes ? one.tail + plain[i + 2].lead : 0,
      isSeen:
        to - from > sameTime &&
        Math.min(end, closes) - Math.max(first, opens) > (length > 0 ? sameTime : -sameTime) &&
        !(kind === "pictures" && (isOff(track) || isOff(item.json))),
    };
  });
}
