import { findEffect } from "../effects/registry";
import type { NumberParameter, Parameter } from "../effects/parameter";
import type { Lane } from "../time/lane";
import type { EffectSetting, Json } from "./model";
import { roundTo } from "./values";

const trimmed = (value: number, digits: number) => String(Number(value.toFixed(digits))).replace("-", "−");

/** A value with its unit as an editor writes it: `85 Hz`, `1.2 kHz`, `+3 dB`, `off`. */
export function sayNumber(spec: NumberParameter, value: number): string {
  if (spec.off && value === spec[spec.off]) return "off";
  switch (spec.unit) {
    case "Hz":
      return value >= 1000 ? `${trimmed(value / 1000, 2)} kHz` : `${trimmed(value, 1)} Hz`;
    case "dB":
    case "stops":
      // A sign where it may go either way; the width of a knee has none.
      return `${value > 0 && spec.min < 0 ? "+" : value < 0 ? "−" : ""}${trimmed(Math.abs(value), 2)} ${spec.unit}`;
    case "fraction":
      return trimmed(value, 3);
    case "degrees":
      return `${trimmed(value, 1)}°`;
    case "ratio":
      return `${trimmed(value, 2)} : 1`;
    case "number":
      return trimmed(value, 3);
    case "Q":
      return `Q ${trimmed(value, 2)}`;
    default:
      return `${trimmed(value, 2)} ${spec.unit}`;
  }
}

/** Any parameter's value in a few words. */
export function sayValue(spec: Parameter, value: Json | undefined): string {
  switch (spec.kind) {
    case "number":
      return sayNumber(spec, typeof value === "number" ? value : spec.default);
    case "choice":
      // What is no choice stands for the usual one.
      return [value, spec.default].flatMap((v) => spec.options.find((o) => o.value === v) ?? [])[0].label;
    case "rows": {
      const count = Array.isArray(value) ? value.length : spec.default.length;
      return `${count} ${spec.rowLabel.toLowerCase()}${count === 1 ? "" : "s"}`;
    }
    case "curve": {
      const count = Array.isArray(value) ? value.length : spec.default.length;
      return `${count} points`;
    }
    case "file":
      return typeof value === "string" ? value.slice(0, 8) : "none";
    case "text":
      return `“${typeof value === "string" ? value.replace(/\s+/g, " ") : spec.default}”`;
  }
}

/** A moving value by its ends: `0 % → 80 %`. */
const sayCourse = (spec: NumberParameter, lane: Lane): string =>
  [...new Set([lane[0], lane.at(-1)!].map(({ value }) => sayNumber(spec, value)))].join(" → ");

/** The parameters that matter of one setting: `85 Hz · 12 dB/oct`. */
export function saySetting(setting: EffectSetting): string {
  const effect = findEffect(setting.effect);
  if (!effect) return "not installed here";
  return effect.key
    .map((key) => {
      const spec = effect.parameters[key];
      const lane =
        setting.motion && Object.hasOwn(setting.motion.lanes, key) ? setting.motion.lanes[key] : null;
      return lane && spec.kind === "number" ? sayCourse(spec, lane) : sayValue(spec, setting.values[key]);
    })
    .join(" · ");
}

/** The effect's name, or its id where it is unknown here. */
export const effectName = (id: string): string => findEffect(id)?.name ?? id;

/** A chain's effects on one line: `HP · EQ · Plate`. */
export const sayEffects = (effects: readonly string[]): string =>
  effects.map((id) => findEffect(id)?.short ?? id).join(" · ");

/** What a card with this chain is called: one setting is a preset, more are a chain. */
export const chainNoun = (settings: number): "preset" | "chain" => (settings === 1 ? "preset" : "chain");

const multipliers: Record<string, number> = { k: 1000, khz: 1000, s: 1 };

/**
 * Reads a typed value: `1.2k`, `1,2 kHz`, `-3 dB`, `off`. A unit may stand or be left out.
 * Seconds for a parameter in milliseconds and the other way round are converted. Undefined where it is no number.
 */
export function readNumber(spec: NumberParameter, text: string): number | undefined {
  const clean = text.trim().toLowerCase().replace("−", "-").replace(",", ".");
  if (spec.off && clean === "off") return spec[spec.off];
  const match = /^([+-]?(?:\d+\.?\d*|\.\d+))\s*([a-z%/°]*)(?:\s*:\s*1)?$/.exec(clean.replace(/^q\s*/, ""));
  if (!match) return undefined;
  const value = Number(match[1]);
  const unit = match[2];
  if (spec.unit === "ms" && unit === "s") return value * 1000;
  if (spec.unit === "s" && unit === "ms") return value / 1000;
  return value * (multipliers[unit] ?? 1);
}

/** A number that somebody typed as it is taken: within the parameter's range, in its steps; and in words where that is another. */
export function takenAs(
  spec: NumberParameter,
  read: number,
): { readonly value: number; readonly said: string | null } {
  const inside = Math.min(spec.max, Math.max(spec.min, read));
  const value = roundTo(inside, spec.resolution);
  const isNear = (a: number, b: number) => Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a));
  if (!isNear(inside, read))
    return { value, said: `It goes from ${sayNumber(spec, spec.min)} to ${sayNumber(spec, spec.max)}.` };
  return {
    value,
    said: isNear(value, read)
      ? null
      : `Taken as ${sayNumber(spec, value)}: it goes in steps of ${spec.resolution}.`,
  };
}
