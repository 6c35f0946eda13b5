import { longestName, shortened } from "../text/names";
import { sayClock } from "../text/clock";
import type { Part } from "../media/part";
import type { Origin, Target } from "./entities/target";
import { mixRate, soundOf } from "./mixing";
import { placesAmong } from "./places";
import { requireRoom, selectedOf, type Stand, type TimeRange } from "./stand";
import { Unfit } from "./unfit";

/** How long two pieces overlap where they were one: long enough for no click, too short to be heard (common practice, no source). Seconds. */
const overlap = 0.005;

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/**
 * What a piece of something that was rendered in place was rendered from: the piece begins `by` samples after what it is
 * cut from.
 */
const originOfPiece = (origin: Origin | null, by: number, piece: Part): Origin | null => {
  if (!origin) return null;
  const { from, to, fadeIn, fadeOut } = piece;
  const first = (origin.part?.from ?? 0) + by;
  const end = origin.part?.to ?? origin.frames ?? Infinity;
  // A tail that was rendered with it lies behind all that there was.
  return first + fadeIn + fadeOut < end
    ? {
        ...origin,
        part: { from: first, to: Math.min(end, first + to - from), fadeIn, fadeOut },
        origin: originOfPiece(origin.origin, by, piece),
      }
    : null;
};

/** The same name with where the piece begins or ends, in place of what an earlier cut there said. */
const pieceName = (name: string, edge: "from" | "to", seconds: number): string => {
  const said = ` ${edge} ${sayClock(seconds)}`;
  const before = name.replace(new RegExp(` ${edge} \\d\\d:\\d\\d\\.\\d\\d`), "");
  return shortened(before, longestName - said.length) + said;
};

interface Pieces {
  readonly before: Part | null;
  readonly middle: Part;
  readonly after: Part | null;
}

/**
 * Where a clip comes apart, in samples of its file; pieces overlap by a cross-fade around each place. Nothing is cut off
 * that would be shorter than its fades: then the middle reaches to that end. Begins of pieces are `grid` samples apart, so
 * that each of them begins on a sample of the mix.
 */
function piecesOf(
  { from, to, fadeIn, fadeOut }: Part,
  start: number,
  end: number,
  half: number,
  grid: number,
): Pieces {
  const onGrid = (sample: number) => from + Math.round((sample - from) / grid) * grid;
  const [comes, goes] = [onGrid(start - half), onGrid(end - half)];
  const fade = 2 * half;
  const hasBefore = comes - from > fadeIn;
  const hasAfter = to - (goes + fade) > fadeOut;
  return {
    before: hasBefore ? { from, to: comes + fade, fadeIn, fadeOut: fade } : null,
    middle: {
      from: hasBefore ? comes : from,
      to: hasAfter ? goes + fade : to,
      fadeIn: hasBefore ? fade : fadeIn,
      fadeOut: hasAfter ? fade : fadeOut,
    },
    after: hasAfter ? { from: goes, to, fadeIn: fade, fadeOut } : null,
  };
}

/** Samples of a clip's file that lie within a stretch of the timeline, as far as the clip reaches. */
function withinClip(
  { at, name }: Target,
  { sampleRate }: { readonly sampleRate: number },
  whole: Part,
  range: TimeRange,
): { start: number; end: number } {
  const sampleOf = (seconds: number) =>
    Math.min(whole.to, Math.max(whole.from, whole.from + Math.round((seconds - at) * sampleRate)));
  const [start, end] = [sampleOf(range.start), sampleOf(range.end)];
  if (end - start < 2 * overlap * sampleRate)
    throw new Unfit(
      "short-range",
      end > start
        ? `The range on “${name}” is shorter than ${2000 * overlap} ms.`
        : `The range does not reach into “${name}”.`,
      { field: "range", hint: "Mark a stretch of the clip first." },
    );
  return { start, end };
}

/**
 * Cuts the selected clips at the ends of the marked range: each stays the piece within it, and what lies before and behind
 * becomes clips of their own beside it, that are heard as they were. All of it together sounds as before. Throws Unfit
 * where nothing is marked, or something selected has no sound of its own.
 */
export function cut(stand: Stand, newId: () => string): Stand {
  const { range, factsOf = () => undefined } = stand;
  if (!range)
    throw new Unfit("no-range", "No range is marked.", {
      field: "range",
      hint: "Mark a stretch of a clip first.",
    });
  const rate = mixRate(stand.targets, factsOf);
  let targets = [...stand.targets];
  for (const target of selectedOf(stand)) {
    const sound = soundOf(target, factsOf);
    if (!sound)
      throw new Unfit("nothing-to-cut", `“${target.name}” has no sound of its own to cut.`, {
        hint: "Choose clips, or put the card on all of it.",
      });
    const { sampleRate } = sound;
    const whole = target.part ?? { from: 0, to: sound.frames, fadeIn: 0, fadeOut: 0 };
    const { start, end } = withinClip(target, sound, whole, range);
    const half = Math.round((overlap / 2) * sampleRate);
    const { before, middle, after } = piecesOf(whole, start, end, half, sampleRate / gcd(sampleRate, rate));
    const piece = (part: Part): Partial<Target> => ({
      part,
      at: target.at + (part.from - whole.from) / sampleRate,
      origin: originOfPiece(target.origin, part.from - whole.from, part),
    });
    requireRoom(targets.length + Number(before !== null) + Number(after !== null));
    const at = targets.findIndex(({ id }) => id === target.id);
    const put = (part: Part, place: number, name: string) => {
      const { positions, others } = placesAmong(targets, place);
      const made: Target = {
        ...target,
        ...piece(part),
        id: newId(),
        version: 1,
        name,
        position: positions[0],
      };
      targets = [...targets.slice(0, place), made, ...targets.slice(place)].map((one) =>
        others.has(one.id) ? { ...one, position: others.get(one.id)! } : one,
      );
    };
    if (before || after) targets[at] = { ...target, ...piece(middle) };
    if (after) put(after, at + 1, pieceName(target.name, "from", range.end));
    if (before) put(before, at, pieceName(target.name, "to", range.start));
  }
  return { ...stand, targets };
}

/** Samples between the beginning of a target's material and that of the file that it first came from. */
export const offsetOf = ({ part, origin }: Pick<Target, "part" | "origin">): number =>
  origin ? offsetOf(origin) : (part?.from ?? 0);
