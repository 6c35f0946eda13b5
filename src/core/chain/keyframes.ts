import { clipTimeAt, ownTimeAt, type Fit, type FitWay } from "../time/fit";
import { namedEases, nameOfEase, easeIds, type Ease } from "../time/ease";
import { movedBy, pasted, reversed, scaledBy, withKeyframe, withoutKeyframes, type Lane } from "../time/lane";
import { compareRatios, minus, ratio, secondsIn, timeOfFrame, times, type Ratio } from "../time/ratio";
import type { NumberParameter } from "../effects/parameter";
import type { Chain, EffectSetting, Motion } from "./model";
import { mixLane, movableIn, settingAt } from "./motion";
import { roundTo } from "./values";

/** A clip as far as keyframes are about it. */
export interface ClipTime {
  readonly frames: number;
  /** Frames a second, as a ratio. */
  readonly rate: Ratio;
  /** True for a sound, which goes on between its hundredths: these are only how its lanes count. */
  readonly isSound?: true;
}

export const lengthOf = ({ frames, rate }: ClipTime): Ratio => timeOfFrame(frames, rate);

/** How long it is, and how long its frames. */
export const extentOf = (clip: ClipTime): { readonly length: Ratio; readonly step: Ratio } => ({
  length: lengthOf(clip),
  step: clip.isSound ? ratio(0) : timeOfFrame(1, clip.rate),
});

/** How keyframes fit that are set on a clip for the first time. */
const begun = (clip: ClipTime): Fit => ({
  length: lengthOf(clip),
  ...(!clip.isSound && { frame: timeOfFrame(1, clip.rate) }),
  way: "start",
  opening: ratio(0),
  closing: ratio(0),
});

const fitOf = (setting: EffectSetting, clip: ClipTime): Fit => setting.motion ?? begun(clip);

export const laneOf = ({ motion }: EffectSetting, key: string): Lane =>
  motion && Object.hasOwn(motion.lanes, key) ? motion.lanes[key] : [];

/** The moment of a frame in a setting's own time. */
const ownTimeOf = (setting: EffectSetting, clip: ClipTime, frame: number): Ratio =>
  ownTimeAt(fitOf(setting, clip), extentOf(clip), timeOfFrame(frame, clip.rate));

/** The frames at which the keyframes of a lane are seen, in order; some may lie before the clip or behind it. */
export function framesOfLane(setting: EffectSetting, key: string, clip: ClipTime): number[] {
  const fit = fitOf(setting, clip);
  const extent = extentOf(clip);
  const [perSecond, seconds] = clip.rate;
  // The frame that shows it first.
  return laneOf(setting, key).map(
    ({ at }) => Math.ceil((secondsIn(clipTimeAt(fit, extent, at)) * perSecond) / seconds - 1e-6) + 0,
  );
}

/** The place of the keyframe that is seen at a frame; -1 where there is none. */
export const keyframeAt = (setting: EffectSetting, key: string, clip: ClipTime, frame: number): number =>
  framesOfLane(setting, key, clip).indexOf(frame);

/** What a parameter, or the share of the mix, is at a frame, and its specification. */
export function valueAtFrame(
  setting: EffectSetting,
  key: string,
  clip: ClipTime,
  frame: number,
): { readonly value: number; readonly spec: NumberParameter } | null {
  const spec = movableIn(setting).get(key);
  if (!spec) return null;
  const time = secondsIn(timeOfFrame(frame, clip.rate));
  const { values, mix } = settingAt(setting, { time, ...extentOf(clip) });
  const own = key === mixLane ? mix : values[key];
  return { value: roundTo(typeof own === "number" ? own : spec.default, spec.resolution), spec };
}

/** The values of a lane at so many places of the clip, for its drawing: 0 at the bottom of the parameter's range, 1 at its top. */
export function courseOf(setting: EffectSetting, key: string, clip: ClipTime, places: number): number[] {
  const spec = movableIn(setting).get(key);
  if (!spec) return [];
  return Array.from({ length: places }, (_, n) => {
    const frame = (n / (places - 1)) * (clip.frames - 1);
    const { values, mix } = settingAt(setting, {
      time: (frame * clip.rate[1]) / clip.rate[0],
      ...extentOf(clip),
    });
    const value = key === mixLane ? mix : (values[key] as number);
    return (value - spec.min) / (spec.max - spec.min);
  });
}

/** With another lane; without keyframes the parameter stays at what it was at a frame. */
function withLane(
  setting: EffectSetting,
  key: string,
  lane: Lane,
  clip: ClipTime,
  frame: number,
): EffectSetting {
  const { motion, ...still } = setting;
  const lanes: Record<string, Lane> = { ...motion?.lanes };
  if (lane.length > 0) {
    lanes[key] = lane;
    return { ...still, motion: { ...(motion ?? begun(clip)), lanes } };
  }
  const stays = valueAtFrame(setting, key, clip, frame)?.value;
  delete lanes[key];
  const left =
    stays === undefined
      ? still
      : key === mixLane
        ? { ...still, mix: stays }
        : { ...still, values: { ...still.values, [key]: stays } };
  return Object.keys(lanes).length === 0 ? left : { ...left, motion: { ...motion!, lanes } };
}

/** With a keyframe at a frame; with the value that it has there where none is given. */
export function keyframeSet(
  setting: EffectSetting,
  key: string,
  clip: ClipTime,
  frame: number,
  value = valueAtFrame(setting, key, clip, frame)?.value,
): EffectSetting {
  if (value === undefined) return setting;
  const lane = laneOf(setting, key);
  const at = keyframeAt(setting, key, clip, frame);
  // The keyframe first shown at this frame may lie a little before it: replaced, so that the value set is the value seen.
  const others = at >= 0 ? withoutKeyframes(lane, new Set([at])) : lane;
  const time = ownTimeOf(setting, clip, frame);
  return withLane(setting, key, withKeyframe(others, time, value, lane[at]?.ease), clip, frame);
}

/** Which keyframes of a lane are meant, by their places. */
export type Picked = ReadonlySet<number>;

export const keyframesRemoved = (
  setting: EffectSetting,
  key: string,
  clip: ClipTime,
  frame: number,
  which: Picked,
): EffectSetting => withLane(setting, key, withoutKeyframes(laneOf(setting, key), which), clip, frame);

/** Moved by so many frames of the clip. */
export function keyframesMoved(
  setting: EffectSetting,
  key: string,
  clip: ClipTime,
  which: Picked,
  by: number,
): EffectSetting {
  const [first] = [...which].sort((a, b) => a - b);
  if (first === undefined) return setting;
  const frame = framesOfLane(setting, key, clip)[first];
  const own = minus(ownTimeOf(setting, clip, frame + by), ownTimeOf(setting, clip, frame));
  return withLane(setting, key, movedBy(laneOf(setting, key), which, own), clip, frame);
}

const changed = (setting: EffectSetting, key: string, lane: Lane): EffectSetting =>
  setting.motion
    ? { ...setting, motion: { ...setting.motion, lanes: { ...setting.motion.lanes, [key]: lane } } }
    : setting;

export const laneReversed = (setting: EffectSetting, key: string): EffectSetting =>
  changed(setting, key, reversed(laneOf(setting, key)));

/** As many times as long, from its first keyframe on. */
export const laneScaled = (setting: EffectSetting, key: string, by: Ratio): EffectSetting =>
  laneOf(setting, key).length > 0 ? changed(setting, key, scaledBy(laneOf(setting, key), by)) : setting;

/** Other keyframes laid into a lane, the first of them at a frame; values are brought into the parameter's range. */
export function lanePasted(
  setting: EffectSetting,
  key: string,
  clip: ClipTime,
  frame: number,
  others: Lane,
): EffectSetting {
  const spec = movableIn(setting).get(key);
  if (!spec || others.length === 0) return setting;
  const inside = others.map((k) => ({ ...k, value: Math.min(spec.max, Math.max(spec.min, k.value)) }));
  const lane = pasted(laneOf(setting, key), inside, ownTimeOf(setting, clip, frame));
  return withLane(setting, key, lane, clip, frame);
}

/** The keyframe from which a lane goes on at a frame; -1 before the first. */
export const keyframeBefore = (setting: EffectSetting, key: string, clip: ClipTime, frame: number): number =>
  framesOfLane(setting, key, clip).findLastIndex((at) => at <= frame);

export const withEase = (setting: EffectSetting, key: string, which: Picked, ease: Ease): EffectSetting =>
  changed(
    setting,
    key,
    laneOf(setting, key).map((k, i) => (which.has(i) ? { ...k, ease } : k)),
  );

/** The next of the eases with a name. */
export const nextEase = (ease: Ease): Ease => {
  const name = nameOfEase(ease);
  const at = name === null ? -1 : easeIds.indexOf(name);
  return namedEases[easeIds[(at + 1) % easeIds.length]].ease;
};

/** Whether any setting of a chain has keyframes. */
export const hasKeyframes = ({ settings }: Chain): boolean =>
  settings.some(({ motion }) => motion !== undefined);

/** How a chain's keyframes fit; of several ways the first setting's. Null without keyframes. */
export const fitOfChain = ({ settings }: Chain): Motion | null =>
  settings.find(({ motion }) => motion !== undefined)?.motion ?? null;

/** All keyframes of a chain fitted in another way. Opening and closing are cut to what a setting's own clip has room for. */
export const fittedAs = (chain: Chain, way: FitWay, opening: Ratio, closing: Ratio): Chain => ({
  ...chain,
  settings: chain.settings.map((setting) => {
    const { motion } = setting;
    if (!motion) return setting;
    const start = compareRatios(opening, motion.length) > 0 ? motion.length : opening;
    const room = minus(motion.length, start);
    return {
      ...setting,
      motion: { ...motion, way, opening: start, closing: compareRatios(closing, room) > 0 ? room : closing },
    };
  }),
});

/** The longest time in which nothing of a chain moves, from and to; null where something moves all the time. */
function longestStill(chain: Chain, length: Ratio): readonly [Ratio, Ratio] | null {
  const moving = chain.settings
    .flatMap(({ motion }) => Object.values(motion?.lanes ?? {}))
    .flatMap((lane) =>
      lane.slice(1).flatMap((key, i) => (key.value === lane[i].value ? [] : [[lane[i].at, key.at] as const])),
    )
    .sort(([a], [b]) => compareRatios(a, b));
  let longest: readonly [Ratio, Ratio] | null = null;
  let from = ratio(0);
  for (const [begins, ends] of [...moving, [length, length] as const]) {
    const lasts = minus(begins, from);
    if (compareRatios(lasts, longest ? minus(longest[1], longest[0]) : ratio(0)) > 0)
      longest = [from, begins];
    if (compareRatios(ends, from) > 0) from = ends;
  }
  return longest;
}

/**
 * How keyframes fit a clip of another length: as somebody chose, and as they suggest where nobody has. What moves before and
 * after a stillness of more than half the clip is its opening and its closing; else all of it is stretched.
 */
export function suggestedFit(chain: Chain): Pick<Fit, "way" | "opening" | "closing"> | null {
  const motion = fitOfChain(chain);
  if (!motion) return null;
  const { way, opening, closing, length } = motion;
  const isChosen = way !== "start" || opening[0] !== 0 || closing[0] !== 0;
  if (isChosen) return { way, opening, closing };
  const still = longestStill(chain, length);
  if (!still || compareRatios(times(minus(still[1], still[0]), ratio(2)), length) <= 0)
    return { way: "stretch", ...suggestedEnds(chain) };
  return { way: "middle", opening: still[0], closing: minus(length, still[1]) };
}

/**
 * Where opening and closing probably end: around the longest time in which no keyframe lies. With keyframes at the start
 * alone everything behind them is the middle, and the other way round.
 */
export function suggestedEnds(chain: Chain): { readonly opening: Ratio; readonly closing: Ratio } {
  const motion = fitOfChain(chain);
  if (!motion) return { opening: ratio(0), closing: ratio(0) };
  const inside = chain.settings
    .flatMap((setting) => Object.values(setting.motion?.lanes ?? {}).flat())
    .map(({ at }) => at)
    .filter((at) => compareRatios(at, ratio(0)) >= 0 && compareRatios(at, motion.length) <= 0)
    .sort(compareRatios);
  const stops = [ratio(0), ...inside, motion.length];
  let widest = 0;
  for (let i = 1; i < stops.length - 1; i++)
    if (compareRatios(minus(stops[i + 1], stops[i]), minus(stops[widest + 1], stops[widest])) > 0) widest = i;
  return { opening: stops[widest], closing: minus(motion.length, stops[widest + 1]) };
}
