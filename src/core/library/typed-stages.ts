import { effectsFor, findEffect } from "../effects/registry";
import type { WorkingMedium } from "../media";
import { fold } from "../text/fold";
import { cleanName, lengthOf, longestName } from "../text/names";
import { mostStages, type Stage } from "./stages";

/*
 * An order of work as it is typed, a stage a line: its name, behind a colon its effects or kinds of them with commas
 * between, behind a semicolon the query of the cards that are offered there.
 *
 *     Repair: repair, hum
 *     Room: Plate; tag:boats
 */

/** Says why a line cannot be read, and which one it is, from 1 on. */
export interface StageFault {
  readonly line: number;
  readonly words: string;
}

export const isFault = (read: readonly Stage[] | StageFault): read is StageFault => "line" in read;

/** The names of what a stage can hold, each with the id that is kept. Categories last: an effect of that name is meant first. */
function namesIn(medium: WorkingMedium): readonly (readonly [string, string])[] {
  const all = effectsFor(medium);
  const kinds = [...new Set(all.map(({ category }) => category))];
  return [
    ...all.map(({ id, name }) => [fold(name), id] as const),
    ...all.map(({ id }) => [id, id] as const),
    ...kinds.map((kind) => [kind, kind] as const),
  ];
}

/** The effect or kind that is meant: by its whole name, or by the beginning of a word that only one has. */
function meantBy(typed: string, names: ReturnType<typeof namesIn>): string | StageFault["words"][] {
  const whole = names.find(([name]) => name === fold(typed));
  if (whole) return whole[1];
  const begun = new Map(
    names.filter(([name]) => ` ${name}`.includes(` ${fold(typed)}`)).map(([name, id]) => [id, name]),
  );
  return begun.size === 1 ? [...begun.keys()][0] : [...begun.values()];
}

function sayStrange(typed: string, begun: readonly string[], medium: WorkingMedium): string {
  if (begun.length > 0) return `“${typed}” may be ${begun.slice(0, 4).join(", ")}. Write more of it.`;
  const kinds = new Set(effectsFor(medium).map(({ category }) => category));
  return `“${typed}” is neither an effect nor one of the kinds ${[...kinds].join(", ")}.`;
}

/** Reads an order of work; empty lines say nothing. */
export function readStages(typed: string, medium: WorkingMedium): readonly Stage[] | StageFault {
  const names = namesIn(medium);
  const stages: Stage[] = [];
  for (const [i, text] of typed.split("\n").entries()) {
    if (text.trim() === "") continue;
    const fault = (words: string): StageFault => ({ line: i + 1, words });
    const [front, ...behind] = text.split(";");
    const [name, ...listed] = front.split(":");
    const query = behind.join(";").trim();
    const clean = cleanName(name);
    if (clean === "") return fault("Begin the line with the name of the stage.");
    if (lengthOf(clean) > longestName) return fault(`A name has at most ${longestName} characters.`);
    const effects = new Set<string>();
    for (const one of listed.join(":").split(",")) {
      if (one.trim() === "") continue;
      const meant = meantBy(one.trim(), names);
      if (typeof meant !== "string") return fault(sayStrange(one.trim(), meant, medium));
      effects.add(meant);
    }
    stages.push({ name: clean, effects: [...effects], query });
    if (stages.length > mostStages) return fault(`An order of work has at most ${mostStages} stages.`);
  }
  return stages;
}

/** As it would be typed; what a name cannot hold there is left out. */
export const writeStages = (stages: readonly Stage[]): string =>
  stages
    .map(({ name, effects, query }) => {
      const listed = effects.map((id) => findEffect(id)?.name ?? id).join(", ");
      const bare = cleanName(name.replaceAll(/[:;]/g, " "));
      return `${bare}${listed === "" ? "" : `: ${listed}`}${query === "" ? "" : `; ${query}`}`;
    })
    .join("\n");
