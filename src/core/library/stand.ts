import type { Target } from "./entities/target";
import type { FactsOf } from "./mixing";
import { Unfit } from "./unfit";

/** Seconds of a session's timeline. */
export interface TimeRange {
  readonly start: number;
  readonly end: number;
}

/** Targets of a session in their order, and which of them are meant. */
export interface Stand {
  readonly targets: readonly Target[];
  /** By their ids. */
  readonly selected: readonly string[];
  /** What is marked, where something is. */
  readonly range?: TimeRange;
  /** What is known of the files; without it nothing can be cut. */
  readonly factsOf?: FactsOf;
}

/** A product rule and a guard: copies of copies, and pieces of pieces, would soon be more than anybody can look at. */
/** The latest that a target may begin in its session, in seconds: a hundred hours. */
export const latestStart = 360_000;
export const mostTargets = 2000;

/** Throws Unfit where a session would have too many targets. */
export function requireRoom(count: number): void {
  if (count > mostTargets)
    throw new Unfit("many-targets", `The session would have more than ${mostTargets} targets.`, {
      hint: "Select fewer, or begin another session.",
    });
}

export const selectedOf = ({ targets, selected }: Stand): Target[] =>
  selected.flatMap((id) => targets.find((target) => target.id === id) ?? []);

/** The same targets, some of them with other fields. */
export const changedIn = (stand: Stand, sets: ReadonlyMap<string, Partial<Target>>): Stand => ({
  ...stand,
  targets: stand.targets.map((target) =>
    sets.has(target.id) ? { ...target, ...sets.get(target.id) } : target,
  ),
});

/** What makes the second of two stands of a session out of the first: rows that came, and fields that are others. */
export function changesBetween(
  before: readonly Target[],
  after: readonly Target[],
): { readonly made: readonly Target[]; readonly sets: readonly (readonly [Target, Partial<Target>])[] } {
  const old = new Map(before.map((target) => [target.id, target]));
  return {
    made: after.filter(({ id }) => !old.has(id)),
    sets: after.flatMap((target): [Target, Partial<Target>][] => {
      const was = old.get(target.id);
      return was && was !== target ? [[was, target]] : [];
    }),
  };
}
