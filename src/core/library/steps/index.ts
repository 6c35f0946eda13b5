import { FormatFault } from "../../chain/fault";
import { isRecord, type Json } from "../../chain/model";
import type { Stand } from "../stand";
import { chooseStep } from "./choose";
import { cutStep } from "./cut";
import type { NameOf, StepKind, StepNumber, StepWorld } from "./define";
import { drawStep, type DrawStep } from "./draw";
import { levelStep } from "./level";
import { putStep } from "./put";
import { rangeStep } from "./range";
import { renderStep } from "./render";
import { returnsStep } from "./returns";
import { silenceStep } from "./silence";
import { strengthStep } from "./strength";
import { switchStep } from "./switch";

/** Every kind of step. */
const kinds = {
  put: putStep,
  draw: drawStep,
  returns: returnsStep,
  strength: strengthStep,
  level: levelStep,
  switch: switchStep,
  choose: chooseStep,
  range: rangeStep,
  silence: silenceStep,
  cut: cutStep,
  render: renderStep,
} as const;

type StepKindId = keyof typeof kinds;
type StepOf<K extends StepKindId> =
  (typeof kinds)[K] extends StepKind<infer S> ? { readonly kind: K } & S : never;
export type Step = { [K in StepKindId]: StepOf<K> }[StepKindId];
export { namesIn, type StepWorld } from "./define";

/** A product rule and a guard: longer routines are refused. */
export const mostSteps = 32;
const longestSteps = 64 * 1024;

const kindOf = (step: Step): StepKind<Step> => kinds[step.kind] as unknown as StepKind<Step>;

/** Reads the steps of a routine out of parsed JSON. Throws a FormatFault that says where something is wrong. */
export function readSteps(value: Json | undefined): Step[] {
  if (!Array.isArray(value) || value.length === 0 || value.length > mostSteps)
    throw new FormatFault(`A routine has 1 to ${mostSteps} steps.`, "steps");
  // All routines travel with the library.
  if (JSON.stringify(value).length > longestSteps)
    throw new FormatFault(
      `The steps take more than ${longestSteps / 1024} kB: keep their settings as cards.`,
      "steps",
    );
  return value.map((step, i): Step => {
    const where = `steps[${i}]`;
    const kind = isRecord(step)
      ? (Object.keys(kinds) as StepKindId[]).find((id) => id === step.kind)
      : undefined;
    if (!kind) throw new FormatFault(`A step is one of ${Object.keys(kinds).join(", ")}.`, `${where}.kind`);
    return { kind, ...kinds[kind].read(step as never, where) } as Step;
  });
}

/** The cards that some steps ask for. */
export const cardsOfSteps = (steps: readonly Step[]): string[] => [
  ...new Set(steps.flatMap((step) => kindOf(step).cardsOf(step))),
];

/** Those that ask for a card that is drawn by chance, in their order. */
export const drawsOf = (steps: readonly Step[]): (Step & DrawStep)[] =>
  steps.filter((step): step is Extract<Step, { kind: "draw" }> => step.kind === "draw");

/** What a step does, from the verb on. */
export const sayStep = (step: Step, nameOf: NameOf): string => kindOf(step).say(step, nameOf);

/** What of a step can be set by hand. */
export const numbersOf = (step: Step): readonly StepNumber[] => kindOf(step).numbers ?? [];
export const numberIn = (step: Step, { key }: StepNumber): number =>
  (step as unknown as Record<string, number>)[key];
/** A step with another number, within its limits. */
export const withNumber = (step: Step, { key, least, most }: StepNumber, value: number): Step => ({
  ...step,
  [key]: Math.min(most, Math.max(least, value)),
});

/** True for steps that want something rendered before they can be taken. */
export const mustRender = (steps: readonly Step[]): boolean => steps.some(({ kind }) => kind === "render");

/** What a routine is called: one that only puts cards on returns is a set. */
export const routineNoun = (steps: readonly Step[]): "set" | "routine" =>
  steps.every(({ kind }) => kind === "returns") ? "set" : "routine";

/** What becomes of a session's targets when the steps are taken one after another. Throws Unfit where one cannot be. */
export const runSteps = (steps: readonly Step[], stand: Stand, world: StepWorld): Stand =>
  steps.reduce((now, step) => kindOf(step).run(step, now, world), stand);
