import { goesOn } from "../media";
import type { EffectDefinition } from "../effects/define";
import { findEffect } from "../effects/registry";
import type {
  CurveParameter,
  ItemSpecs,
  NumberParameter,
  Parameter,
  ParameterSpecs,
  RowsParameter,
  TextParameter,
} from "../effects/parameter";
import { movable, withLanes } from "./motion";
import { longestChain, type Chain, type EffectSetting, type Json, type Motion } from "./model";

/** What is wrong with a chain, and where; the wording for people is `sayProblem`. */
export interface ValueProblem {
  readonly code:
    | "out-of-range"
    | "not-a-number"
    | "not-an-option"
    | "wrong-shape"
    | "too-long"
    | "wrong-medium"
    | "unknown-parameter"
    | "no-keyframes"
    | "not-a-file";
  /** Path into the chain, such as `settings.0.values.cutoff`. */
  readonly path: string;
  readonly min?: number;
  readonly max?: number;
  readonly unit?: string;
}

type Report = (problem: ValueProblem) => void;

/** Rounds to the parameter's resolution, without the dust of binary fractions. */
export function roundTo(value: number, resolution: number): number {
  const digits = Math.max(0, Math.ceil(-Math.log10(resolution) - 1e-9));
  const rounded = Number((Math.round(value / resolution) * resolution).toFixed(digits));
  return rounded === 0 ? 0 : rounded;
}

function numberValue(spec: NumberParameter, value: Json | undefined, path: string, report: Report): number {
  if (value === undefined) return spec.default;
  if (typeof value !== "number" || !Number.isFinite(value)) {
    report({ code: "not-a-number", path });
    return spec.default;
  }
  if (value < spec.min || value > spec.max)
    report({ code: "out-of-range", path, min: spec.min, max: spec.max, unit: spec.unit });
  return roundTo(Math.min(spec.max, Math.max(spec.min, value)), spec.resolution);
}

function rowsValue(
  spec: RowsParameter<ItemSpecs>,
  value: Json | undefined,
  path: string,
  report: Report,
): Json {
  if (value === undefined) return spec.default as unknown as Json;
  if (!Array.isArray(value)) {
    report({ code: "wrong-shape", path });
    return spec.default as unknown as Json;
  }
  if (value.length > spec.max) report({ code: "too-long", path, max: spec.max });
  return value.slice(0, spec.max).map((row, i) => {
    const isRecord = typeof row === "object" && row !== null && !Array.isArray(row);
    if (!isRecord) report({ code: "wrong-shape", path: `${path}.${i}` });
    return checkValues(spec.item, isRecord ? row : {}, `${path}.${i}`, report);
  });
}

const curveResolution = 1e-4;

function curveValue(spec: CurveParameter, value: Json | undefined, path: string, report: Report): Json {
  if (value === undefined) return spec.default as unknown as Json;
  const isPoint = (p: Json): p is readonly [number, number] =>
    Array.isArray(p) && p.length === 2 && p.every((v) => typeof v === "number" && Number.isFinite(v));
  if (!Array.isArray(value) || value.length < 2 || !value.every(isPoint)) {
    report({ code: "wrong-shape", path });
    return spec.default as unknown as Json;
  }
  if (value.length > spec.maxPoints) report({ code: "too-long", path, max: spec.maxPoints });
  const inside = (v: number) => roundTo(Math.min(1, Math.max(0, v)), curveResolution);
  const points = value.slice(0, spec.maxPoints).map(([x, y]) => [inside(x), inside(y)]);
  if (points.some(([x], i) => i > 0 && x <= points[i - 1][0]) || value.flat().some((v) => v < 0 || v > 1)) {
    report({ code: "out-of-range", path, min: 0, max: 1 });
    // Points out of order are put into order; of two at one place the later wins.
    const byX = new Map(points.map((p) => [p[0], p]));
    const ordered = [...byX.values()].sort((p, q) => p[0] - q[0]);
    return ordered.length >= 2 ? ordered : (spec.default as unknown as Json);
  }
  return points;
}

/** Composed, without control characters but the ends of lines. Source: Unicode NFC. */
function textValue(spec: TextParameter, value: Json | undefined, path: string, report: Report): string {
  if (value === undefined) return spec.default;
  if (typeof value !== "string") {
    report({ code: "wrong-shape", path });
    return spec.default;
  }
  const clean = value
    .toWellFormed()
    .normalize("NFC")
    .replace(/\r\n?|[\u2028\u2029]/g, "\n")
    .replace(/[^\P{Cc}\n]/gu, " ");
  if (clean.length <= spec.longest) return clean;
  report({ code: "too-long", path, max: spec.longest });
  return clean.slice(0, spec.longest).toWellFormed();
}

function parameterValue(spec: Parameter, value: Json | undefined, path: string, report: Report): Json {
  switch (spec.kind) {
    case "number":
      return numberValue(spec, value, path, report);
    case "choice":
      if (value === undefined) return spec.default;
      if (spec.options.some((o) => o.value === value)) return value;
      report({ code: "not-an-option", path });
      return spec.default;
    case "rows":
      return rowsValue(spec, value, path, report);
    case "curve":
      return curveValue(spec, value, path, report);
    case "file":
      if (value === undefined || value === null) return null;
      if (typeof value === "string" && /^[0-9a-f]{64}$/.test(value)) return value;
      report({ code: "not-a-file", path });
      return null;
    case "text":
      return textValue(spec, value, path, report);
  }
}

function checkValues(
  specs: ParameterSpecs,
  values: { readonly [key: string]: Json },
  path: string,
  report: Report,
) {
  const result: Record<string, Json> = {};
  for (const [key, spec] of Object.entries(specs)) {
    const own = Object.hasOwn(values, key) ? values[key] : undefined;
    result[key] = parameterValue(spec, own, `${path}.${key}`, report);
  }
  for (const key of Object.keys(values))
    if (!Object.hasOwn(specs, key)) report({ code: "unknown-parameter", path: `${path}.${key}` });
  return result;
}

/** A motion's lanes with values inside their ranges and rounded; lanes of what takes no keyframes are left out. */
function checkMotion(effect: EffectDefinition, motion: Motion, path: string, report: Report): Motion | null {
  const specs = movable(effect);
  return withLanes(motion, (key, lane) => {
    const spec = specs.get(key);
    if (!spec) {
      report({
        code: Object.hasOwn(effect.parameters, key) ? "no-keyframes" : "unknown-parameter",
        path: `${path}.${key}`,
      });
      return null;
    }
    return lane.map((keyframe, i) => ({
      ...keyframe,
      value: numberValue(spec, keyframe.value, `${path}.${key}.${i}`, report),
    }));
  });
}

/** All default values of an effect, as stored. */
export const defaultValues = (specs: ParameterSpecs): { readonly [key: string]: Json } =>
  checkValues(specs, {}, "", () => undefined);

/**
 * Brings a chain into the one form that is stored and run: defaults filled in, values inside their ranges and rounded
 * to their resolution. What had to be mended is reported. Settings of unknown effects are carried along untouched.
 */
export function normaliseChain(chain: Chain): { chain: Chain; problems: ValueProblem[] } {
  const problems: ValueProblem[] = [];
  const report: Report = (problem) => problems.push(problem);
  if (chain.settings.length > longestChain) report({ code: "too-long", path: "settings", max: longestChain });
  const settings = chain.settings.slice(0, longestChain).map((setting, i): EffectSetting => {
    const effect = findEffect(setting.effect);
    if (!effect) return setting;
    const path = `settings.${i}`;
    if (!goesOn(effect.medium, chain.medium)) report({ code: "wrong-medium", path });
    const mix = Number.isFinite(setting.mix) ? setting.mix : 100;
    if (mix !== setting.mix) report({ code: "not-a-number", path: `${path}.mix` });
    if (mix < 0 || mix > 100)
      report({ code: "out-of-range", path: `${path}.mix`, min: 0, max: 100, unit: "%" });
    const motion = setting.motion && checkMotion(effect, setting.motion, `${path}.motion`, report);
    return {
      effect: setting.effect,
      values: checkValues(effect.parameters, setting.values, `${path}.values`, report),
      on: setting.on,
      mix: roundTo(Math.min(100, Math.max(0, mix)), 0.1),
      ...(motion && { motion }),
    };
  });
  return { chain: { medium: chain.medium, settings }, problems };
}

/** One problem in words that say what to do. */
export function sayProblem({ code, path, min, max, unit }: ValueProblem): string {
  const where = path
    .replace(/^settings\.(\d+)(\.values|\.motion)?\.?/, (_, n: string) => `Setting ${Number(n) + 1} `)
    .replaceAll(".", " ")
    .trim();
  switch (code) {
    case "out-of-range":
      return `${where}: the value must lie between ${min} and ${max}${unit ? ` ${unit}` : ""}.`;
    case "not-a-number":
      return `${where}: give a finite number.`;
    case "not-an-option":
      return `${where}: this is not one of its options.`;
    case "wrong-shape":
      return `${where}: the value has another shape than this effect stores.`;
    case "too-long":
      return `${where}: at most ${max} are possible here.`;
    case "not-a-file":
      return `${where}: name a file by the SHA-256 of its bytes, 64 hexadecimal digits, or null.`;
    case "wrong-medium":
      return `${where}: this effect works on another medium than the chain.`;
    case "no-keyframes":
      return `${where}: this value takes no keyframes.`;
    case "unknown-parameter":
      return `${where}: the effect has no such parameter.`;
  }
}
