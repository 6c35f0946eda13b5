import { fitWays } from "../time/fit";
import { movableIn } from "./motion";
import { findEffect } from "../effects/registry";
import { canonicalJson } from "./fingerprint";
import { effectName, sayValue } from "./describe";
import type { Chain, EffectSetting, Json } from "./model";

/** Pairs of places of the settings that two chains have in common, in order: the longest common run of effects. */
function pairs(before: readonly EffectSetting[], after: readonly EffectSetting[]): [number, number][] {
  const longest = Array.from({ length: before.length + 1 }, () => new Uint8Array(after.length + 1));
  for (let i = before.length - 1; i >= 0; i--)
    for (let j = after.length - 1; j >= 0; j--)
      longest[i][j] =
        before[i].effect === after[j].effect
          ? longest[i + 1][j + 1] + 1
          : Math.max(longest[i + 1][j], longest[i][j + 1]);
  const found: [number, number][] = [];
  for (let i = 0, j = 0; i < before.length && j < after.length;)
    if (before[i].effect === after[j].effect) found.push([i++, j++]);
    else if (longest[i + 1][j] >= longest[i][j + 1]) i++;
    else j++;
  return found;
}

const same = (a: Json | undefined, b: Json | undefined) =>
  canonicalJson(a ?? null) === canonicalJson(b ?? null);

function settingDifference(before: EffectSetting, after: EffectSetting): string[] {
  const name = effectName(after.effect);
  const specs = findEffect(after.effect)?.parameters;
  const values = [...new Set([...Object.keys(before.values), ...Object.keys(after.values)])].flatMap(
    (key) => {
      if (same(before.values[key], after.values[key])) return [];
      const spec = specs?.[key];
      if (!spec) return [`${name}: ${key} changed`];
      const [was, is] = [sayValue(spec, before.values[key]), sayValue(spec, after.values[key])];
      return [was === is ? `${name}: ${spec.label} changed` : `${name}: ${spec.label} ${was} → ${is}`];
    },
  );
  return [
    ...values,
    ...motionDifference(name, before, after),
    ...(before.mix === after.mix ? [] : [`${name}: mix ${before.mix} % → ${after.mix} %`]),
    ...(before.on === after.on ? [] : [`${name} switched ${after.on ? "on" : "off"}`]),
  ];
}

/** What changed of the keyframes of a setting. */
function motionDifference(name: string, before: EffectSetting, after: EffectSetting): string[] {
  const [was, is] = [before.motion, after.motion];
  const specs = movableIn(after);
  const keys = new Set([...Object.keys(was?.lanes ?? {}), ...Object.keys(is?.lanes ?? {})]);
  const lanes = [...keys].flatMap((key) => {
    const [from, to] = [was?.lanes[key], is?.lanes[key]];
    const of = `${name}: keyframes of ${specs.get(key)?.label.toLowerCase() ?? key}`;
    if (!from) return [`${of} set`];
    if (!to) return [`${of} taken out`];
    return same(from as unknown as Json, to as unknown as Json) ? [] : [`${of} changed`];
  });
  if (!was || !is) return lanes;
  const fits = (["length", "frame", "way", "opening", "closing"] as const).some(
    (key) => !same(was[key] ?? null, is[key] ?? null),
  );
  return fits ? [...lanes, `${name}: keyframes fit ${fitWays[is.way].said}`] : lanes;
}

/** What changed from one chain to another, a line each: which value of which setting, what came and what went. */
export function chainDifference(before: Chain, after: Chain): string[] {
  const common = pairs(before.settings, after.settings);
  const [kept, stayed] = [new Set(common.map(([i]) => i)), new Set(common.map(([, j]) => j))];
  return [
    ...before.settings.flatMap((s, i) => (kept.has(i) ? [] : [`${effectName(s.effect)} taken out`])),
    ...after.settings.flatMap((s, j) =>
      stayed.has(j) ? [] : [`${effectName(s.effect)} put in at place ${j + 1}`],
    ),
    ...common.flatMap(([i, j]) => settingDifference(before.settings[i], after.settings[j])),
  ];
}
