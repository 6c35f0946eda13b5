import {
  rendersAs,
  type DecodedFile,
  type EffectRendering,
  type EffectDefinition,
  type EffectsOf,
  type Learnt,
} from "../effects/define";
import { goesOn } from "../media";
import { fileWords, type FileKind } from "../effects/parameter";
import { effects, findEffect } from "../effects/registry";
import type { Chain, Motion } from "./model";
import type { EarlierPicture } from "../picture/earlier";
import type { Moment } from "../time/moment";
import type { Course } from "./automated";
import { settingAt } from "./motion";
import { normaliseChain } from "./values";

export type Lookup = (id: string) => EffectDefinition | undefined;

/** What a chain needs besides its own values. */
export interface Resources {
  readonly lookup?: Lookup;
  /** A file that effects depend on, by the SHA-256 of its bytes; undefined where it is not here. */
  readonly files?: (hash: string) => DecodedFile | undefined;
  /** Where in a clip one is; stills and what has no time are as their values say. */
  readonly moment?: Moment;
  /** What the clip before shows then; see `earlierTimeOf`. */
  readonly earlier?: EarlierPicture | null;
  /** Of a sound: where in it a chain begins, and how long it is; see `Automated`. */
  readonly course?: Course;
  /** What settings learnt of the material, by their place in the chain; see `learning`. */
  readonly learnt?: ReadonlyMap<number, Learnt>;
}

/** A setting that takes part: its effect, checked values, its files, and its share of the mix, above 0 up to 1. */
interface ActiveSetting<Effect> {
  /** Place in the chain. */
  readonly index: number;
  readonly effect: Effect;
  readonly values: never;
  readonly share: number;
  /** Its keyframes, where it was not asked for at a moment. */
  readonly motion?: Motion;
  /** By the parameters that name them. */
  readonly files: Readonly<Record<string, DecodedFile>>;
}

/**
 * The settings of a chain that take part in a rendering, in order. Those that are off or at mix 0 are passed by, and
 * so are effects that are unknown here, or whose files are not here; these are listed in `missing`, since a result
 * without them must say so.
 */
export function activeSettings<R extends EffectRendering>(
  chain: Chain,
  rendering: R,
  { lookup = findEffect, files: find, moment }: Resources = {},
) {
  type Effect = EffectsOf<R>;
  const active: ActiveSetting<Effect>[] = [];
  const missing: string[] = [];
  for (const [index, kept] of normaliseChain(chain).chain.settings.entries()) {
    const { effect: id, values, on, mix, motion } = moment ? settingAt(kept, moment) : kept;
    const effect = lookup(id);
    if (!effect || rendersAs(effect) !== rendering || !goesOn(effect.medium, chain.medium)) {
      missing.push(id);
      continue;
    }
    if (!on || (mix === 0 && !motion)) continue;
    const files: Record<string, DecodedFile> = {};
    let complete = true;
    for (const [key, spec] of Object.entries(effect.parameters)) {
      const hash = values[key];
      if (spec.kind !== "file" || typeof hash !== "string") continue;
      const found = find?.(hash);
      if (found?.kind === spec.holds) files[key] = found;
      else {
        complete = false;
        missing.push(`the ${fileWords[spec.holds]} ${hash.slice(0, 8)}… of ${id}`);
      }
    }
    // `never`, so that an effect takes them: they were checked against its own specification just above.
    if (complete)
      active.push({
        index,
        effect: effect as Effect,
        values: values as never,
        share: mix / 100,
        files,
        ...(motion && { motion }),
      });
  }
  return { active, missing };
}

/** The effects that depend on files. */
export const effectsWithFiles: ReadonlySet<string> = new Set(
  effects
    .filter(({ parameters }) => Object.values(parameters).some((spec) => spec.kind === "file"))
    .map(({ id }) => id),
);

/** All files that a chain's known effects name, each once: their hashes, and what they are read as. */
export function filesOf(
  chain: Chain,
  lookup: Lookup = findEffect,
): { readonly hash: string; readonly holds: FileKind }[] {
  const found = chain.settings.flatMap(({ effect, values }) =>
    Object.entries(lookup(effect)?.parameters ?? {}).flatMap(([key, spec]) =>
      spec.kind === "file" && typeof values[key] === "string"
        ? [{ hash: values[key], holds: spec.holds }]
        : [],
    ),
  );
  return [...new Map(found.map((f) => [f.hash, f])).values()];
}
