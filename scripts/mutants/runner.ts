import { createVitest } from "vitest/node";

/*
 * Keeps one test runner warm in a copy of the sources, and runs one test file after another for whoever started it:
 * starting it anew for each would take longer than most files do.
 */

export interface Run {
  readonly file: string;
  /** The place that is broken meanwhile; none while places are looked for. */
  readonly place: number | null;
  /** The file that places which are come by are noted in. */
  readonly notes: string | null;
}

const vitest = await createVitest("test", {
  watch: false,
  reporters: [{}],
  bail: 1,
  maxWorkers: 1,
  run: true,
});
const specifications = await vitest.globTestSpecifications();

process.on("message", ({ file, place, notes }: Run) => {
  const set = (name: string, value: string | null) => {
    if (value === null) delete process.env[name];
    else process.env[name] = value;
  };
  set("FICHIER_MUTANT", place === null ? null : String(place));
  set("FICHIER_MUTANT_NOTES", notes);
  // What failed before would count for this run's bail.
  vitest.state.filesMap.clear();
  vitest.state.idMap.clear();
  const wanted = specifications.filter(({ moduleId }) => moduleId.endsWith(`/${file}`));
  vitest.runTestSpecifications(wanted).then(
    ({ testModules, unhandledErrors }) =>
      process.send!(
        testModules.length > 0 && unhandledErrors.length === 0 && testModules.every((one) => one.ok()),
      ),
    () => () => process.send!(false),
  );
});
process.on("disconnect", () => void vitest.close().finally(() => process.exit()));
process.send!(specifications.map(({ moduleId }) => moduleId));
