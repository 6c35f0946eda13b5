import type { EffectDefinition } from "../effects/define";
import { findEffect } from "../effects/registry";
import { percent, type NumberParameter } from "../effects/parameter";
import { fitIds, ownTime, type Extent } from "../time/fit";
import type { Ease } from "../time/ease";
import { mostKeyframes, valueAt, type Keyframe, type Lane } from "../time/lane";
import type { Moment } from "../time/moment";
import { compareRatios, plus, ratio, secondsIn, type Ratio } from "../time/ratio";
import { FormatFault } from "./fault";
import { isRecord, type Chain, type EffectSetting, type Json, type Motion } from "./model";

/** The lane of a setting's wet share. */
export const mixLane = "mix";
export const mixParameter = percent({
  label: "Mix",
  help: "Share of the effect's result; the rest is the signal before it.",
  min: 0,
  max: 100,
  default: 100,
});

/** The parameters of an effect that take keyframes, its share of the mix as the last; of an effect on sound those that can change while it runs. */
export function movable(effect: EffectDefinition): ReadonlyMap<string, NumberParameter> {
  const known = movables.get(effect);
  if (known) return known;
  const found = new Map<string, NumberParameter>();
  movables.set(effect, found);
  for (const [key, spec] of Object.entries(effect.parameters))
    if (
      spec.kind === "number" &&
      spec.keyframes &&
      (effect.medium !== "audio" || effect.automates?.includes(key))
    )
      found.set(key, spec);
  found.set(mixLane, mixParameter);
  return found;
}
const movables = new WeakMap<EffectDefinition, ReadonlyMap<string, NumberParameter>>();

export const movableIn = (setting: EffectSetting): ReadonlyMap<string, NumberParameter> => {
  const effect = findEffect(setting.effect);
  return effect ? movable(effect) : new Map();
};

/** A value as a lane has it at a moment of its own time, within its parameter's range. */
const laneValue = (lane: Lane, spec: NumberParameter, own: number): number =>
  Math.min(spec.max, Math.max(spec.min, valueAt(lane, own, spec.taper)));

/** A setting as it is at a moment: the values that its lanes have there. */
export function settingAt(
  setting: EffectSetting,
  { time, ...clip }: Pick<Moment, "time"> & Extent,
): EffectSetting {
  const { motion, ...still } = setting;
  if (!motion) return setting;
  const own = ownTime(motion, clip)(time);
  const values: Record<string, Json> = { ...still.values };
  let { mix } = still;
  for (const [key, spec] of movableIn(setting)) {
    const lane = Object.hasOwn(motion.lanes, key) ? motion.lanes[key] : undefined;
    if (!lane) continue;
    const value = laneValue(lane, spec, own);
    if (key === mixLane) mix = value;
    else values[key] = value;
  }
  return { ...still, values, mix };
}

/** A chain as it is at a moment, with nothing left that moves by keyframes. */
export const chainAt = (chain: Chain, moment: Pick<Moment, "time"> & Extent): Chain =>
  chain.settings.some(({ motion }) => motion !== undefined)
    ? { ...chain, settings: chain.settings.map((setting) => settingAt(setting, moment)) }
    : chain;

/** Whether a chain is another at every moment of a clip. */
export const isMoving = ({ settings }: Chain): boolean =>
  settings.some(({ effect: id, on, motion }) => {
    const effect = findEffect(id);
    return on && (motion !== undefined || (effect && effect.medium !== "audio" && effect.lively === true));
  });

/** Longest clip, in seconds; keyframes lie within so much of its start. */
const longest = ratio(48 * 3600);

function readRatio(value: Json | undefined, where: string): Ratio {
  if (
    !Array.isArray(value) ||
    value.length !== 2 ||
    !value.every((n) => typeof n === "number" && Number.isSafeInteger(n)) ||
    (value[1] as number) < 1
  )
    throw new FormatFault("A time is two whole numbers, the second above 0: seconds as a ratio.", where);
  const time = ratio(value[0] as number, value[1] as number);
  if (Math.abs(secondsIn(time)) > secondsIn(longest))
    throw new FormatFault("Times lie within two days of the clip's start.", where);
  return time;
}

function readEase(value: Json | undefined, where: string): Ease {
  if (value === "linear" || value === "hold") return value;
  if (
    !Array.isArray(value) ||
    value.length !== 4 ||
    !value.every((n) => typeof n === "number" && Math.abs(n) <= 10) ||
    [value[0], value[2]].some((x) => (x as number) < 0 || (x as number) > 1)
  )
    throw new FormatFault(
      'An ease is "linear", "hold", or four numbers of a cubic Bézier curve, the first and third from 0 to 1.',
      where,
    );
  return value as unknown as Ease;
}

function readLane(value: Json, where: string): Lane {
  if (!Array.isArray(value)) throw new FormatFault("A lane is a list of keyframes.", where);
  if (value.length > mostKeyframes)
    throw new FormatFault(`A lane has at most ${mostKeyframes} keyframes.`, where);
  const lane = value.map((keyframe, i): Keyframe => {
    const at = `${where}[${i}]`;
    if (!isRecord(keyframe) || typeof keyframe.value !== "number" || !Number.isFinite(keyframe.value))
      throw new FormatFault("A keyframe is an object with at, value and ease.", at);
    return {
      at: readRatio(keyframe.at, `${at}.at`),
      value: keyframe.value,
      ease: readEase(keyframe.ease ?? "linear", `${at}.ease`),
    };
  });
  if (lane.some(({ at }, i) => i > 0 && compareRatios(at, lane[i - 1].at) <= 0))
    throw new FormatFault("Keyframes come in the order of their times, one at a time.", where);
  return lane;
}

/** Reads a setting's motion out of parsed JSON. Throws a FormatFault. */
export function readMotion(value: Json, where: string): Motion {
  if (!isRecord(value) || !isRecord(value.lanes))
    throw new FormatFault("Motion is an object with length, way, opening, closing and lanes.", where);
  const way = fitIds.find((id) => id === (value.way ?? "start"));
  if (!way) throw new FormatFault(`The way of fitting is one of ${fitIds.join(", ")}.`, `${where}.way`);
  const length = readRatio(value.length, `${where}.length`);
  if (length[0] <= 0) throw new FormatFault("The length is above 0.", `${where}.length`);
  const frame = value.frame === undefined ? undefined : readRatio(value.frame, `${where}.frame`);
  if (frame && (frame[0] <= 0 || compareRatios(frame, length) > 0))
    throw new FormatFault("A frame is above 0, and no longer than the clip was.", `${where}.frame`);
  const opening = readRatio(value.opening ?? [0, 1], `${where}.opening`);
  const closing = readRatio(value.closing ?? [0, 1], `${where}.closing`);
  if (opening[0] < 0 || closing[0] < 0 || compareRatios(plus(opening, closing), length) > 0)
    throw new FormatFault("Opening and closing are together at most as long as the clip was.", where);
  const lanes = Object.fromEntries(
    Object.entries(value.lanes).map(([key, lane]) => [key, readLane(lane, `${where}.lanes.${key}`)]),
  );
  return { length, ...(frame && { frame }), way, opening, closing, lanes };
}

/** A motion's lanes as far as they are what `check` makes of them; null where nothing is left. */
export function withLanes(motion: Motion, check: (key: string, lane: Lane) => Lane | null): Motion | null {
  const lanes: Record<string, Lane> = {};
  for (const [key, lane] of Object.entries(motion.lanes)) {
    const kept = lane.length > 0 ? check(key, lane) : null;
    if (kept) lanes[key] = kept;
  }
  return Object.keys(lanes).length > 0 ? { ...motion, lanes } : null;
}
