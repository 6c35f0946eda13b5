import type { Chain } from "../chain/model";
import { findEffect } from "../effects/registry";
import type { Medium, WorkingMedium } from "../media";

/** A step in a member's own order of work, with what is offered there. */
export interface Stage {
  readonly name: string;
  /** Effects by their ids, or all of a category. */
  readonly effects: readonly string[];
  /** Which cards are offered; empty for those that have one of its effects. */
  readonly query: string;
}

/** A member's stages, in the order of work, by medium; the supplied ones where a medium is left out. */
export type Stages = { readonly [M in WorkingMedium]?: readonly Stage[] };

export const mostStages = 9;

const stage = (name: string, ...effects: string[]): Stage => ({ name, effects, query: "" });

const pictureStages = [
  stage("Frame", "geometry"),
  stage("Tone", "tone"),
  stage("Colour", "colour"),
  stage("Detail", "detail"),
  stage("Finish", "finish"),
];
/**
 * The order of work that is usual (common practice, no source): what is wrong goes first, since all that follows would bring
 * it out; what limits or dresses the whole goes last.
 */
export const suppliedStages: { readonly [M in WorkingMedium]: readonly Stage[] } = {
  audio: [
    stage("Repair", "repair"),
    stage("Tone", "filter"),
    stage("Dynamics", "dynamics", "colour"),
    stage("Movement", "modulation"),
    stage("Space", "space", "stereo"),
    stage("Finish", "level"),
  ],
  image: pictureStages,
  video: [
    ...pictureStages,
    stage("Motion", "motion"),
    stage("Layers", "compositing", "generators", "titles"),
    stage("Cuts", "transitions"),
  ],
};

/** The stages of a medium as the member has them. */
export const stagesOf = (own: Stages | undefined, medium: Medium): readonly Stage[] =>
  own?.[medium] ?? suppliedStages[medium];

/** The query that a stage offers cards by; null where it offers none. */
export function queryOf({ query, effects }: Stage): string | null {
  if (query.trim() !== "") return query;
  return effects.length === 0 ? null : `effect:(${effects.map((one) => JSON.stringify(one)).join(", ")})`;
}

/** The place of the first stage that an effect belongs to, by itself before by its category; -1 for none. */
export function stageOfEffect(stages: readonly Stage[], id: string): number {
  const byItself = stages.findIndex(({ effects }) => effects.includes(id));
  if (byItself >= 0) return byItself;
  const category = findEffect(id)?.category;
  return category === undefined ? -1 : stages.findIndex(({ effects }) => effects.includes(category));
}

/**
 * The settings of a chain that stand behind one of a later stage, by their places, each with the stage that it belongs to
 * and the latest one before it. What is off, or of no stage, counts for nothing.
 */
export function outOfOrder(
  { settings }: Chain,
  stages: readonly Stage[],
): ReadonlyMap<number, { readonly stage: Stage; readonly before: Stage }> {
  const found = new Map<number, { stage: Stage; before: Stage }>();
  let latest = -1;
  for (const [at, { effect, on }] of settings.entries()) {
    const of = on ? stageOfEffect(stages, effect) : -1;
    if (of < 0) continue;
    if (of < latest) found.set(at, { stage: stages[of], before: stages[latest] });
    else latest = of;
  }
  return found;
}
