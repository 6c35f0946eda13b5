import { createVitest } from "vitest/node";

/*
 * Keeps one test runner warm in a copy of the sources, and runs one test file after another for whoever started it:
 * starting it anew for each would take longer than most files do.
 */

export interface Run {
  readonly file: string;
  /** Only these of its tests, by their ids; all where left out. */
  readonly tests?: readonly string[];
  /** The place that is broken meanwhile. */
  readonly place?: number;
  /** The file that places which are come by are noted in. */
  readonly notes?: string;
}

export interface Ran {
  readonly passed: boolean;
  /** Milliseconds of each test, by its id. */
  readonly took: Readonly<Record<string, number>>;
}

const vitest = await createVitest("test", {
  watch: false,
  reporters: [{}],
  bail: 1,
  maxWorkers: 1,
  run: true,
});
const specifications = await vitest.globTestSpecifications();

async function ran({ file, tests, place, notes }: Run): Promise<Ran> {
  const set = (name: string, value: string | number | undefined) => {
    if (value === undefined) delete process.env[name];
    else process.env[name] = String(value);
  };
  set("FICHIER_MUTANT", place);
  set("FICHIER_MUTANT_NOTES", notes);
  // What failed before would count for this run's bail.
  vitest.state.filesMap.clear();
  vitest.state.idMap.clear();
  const wanted = specifications
    .filter(({ moduleId }) => moduleId.endsWith(`/${file}`))
    .map((one) => (tests ? one.project.createSpecification(one.moduleId, { testIds: [...tests] }) : one));
  const { testModules, unhandledErrors } = await vitest.runTestSpecifications(wanted);
  const all = testModules.flatMap((module) => [...module.children.allTests()]);
  return {
    passed: all.length > 0 && unhandledErrors.length === 0 && testModules.every((one) => one.ok()),
    took: Object.fromEntries(all.map((test) => [test.id, test.diagnostic()?.duration ?? 0])),
  };
}

process.on("message", (run: Run) =>
  ran(run).then(
    (answer) => process.send!(answer),
    () => process.send!({ passed: false, took: {} } satisfies Ran),
  ),
);
process.on("disconnect", () => void vitest.close().finally(() => process.exit()));
process.send!(specifications.map(({ moduleId }) => moduleId));
