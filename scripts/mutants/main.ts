import { fork, type ChildProcess } from "node:child_process";
import {
  chmodSync,
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from "node:fs";
import { availableParallelism, tmpdir } from "node:os";
import { dirname, join, relative } from "node:path";
import { parseArgs } from "node:util";
import { startPostgres } from "../setup/postgres";
import { checkout } from "../setup/state";
import { placesOf, withSwitches, type Place } from "./places";
import type { Ran, Run } from "./runner";

/*
 * A sample of mutations: small things are broken in a copy of the sources, one at a time, and the tests that come by are
 * run. What no test notices is listed. `npm run mutants -- [--seed N] [--count N] [--in src/core/chain]`
 *
 * All of the sample is in the copy at once, each behind a switch, so that a runner that has read the sources once can
 * run them with any of them broken. First every test file is run with nothing broken: it says which places it comes by
 * and how long it takes.
 */

/**
 * Layers whose own tests are to notice. The server's and database's are noticed by the tests against a real PostgreSQL.
 * Of the interface what is no component: those are noticed by browsers, which are not run for it.
 */
const layers = ["src/core", "src/server", "src/db", "src/ui"];
/** Seconds of tests that are spent on one mutation before it is left undecided. */
const patience = 90;
const copied = [
  "src",
  "demo",
  "docs",
  "testing",
  "api-tests",
  "bench",
  "scripts",
  "reference",
  "bin",
  "package.json",
  "tsconfig.json",
  "vitest.config.ts",
];
/** Test files that look at the sources themselves, or start the application; neither says anything about a mutation. */
const besideThePoint = /^scripts\//;

/** A number generator with a seed (mulberry32, from memory), 0…1. */
function random(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

const { values } = parseArgs({
  options: {
    seed: { type: "string", default: "1" },
    count: { type: "string", default: "100" },
    in: { type: "string", default: "" },
  },
});

const files = layers
  .flatMap((layer) =>
    readdirSync(join(checkout, layer), { recursive: true, encoding: "utf8" }).map((name) =>
      join(layer, name),
    ),
  )
  .filter(
    (name) =>
      name.endsWith(".ts") &&
      !/\.test\.ts$|\/migrations\/|kernels\/bytes\.ts$/.test(name) &&
      name.startsWith(values.in),
  )
  .sort();
const all = files.flatMap((file) => placesOf(file, readFileSync(join(checkout, file), "utf8")));

/** Places drawn by chance; of two that overlap only the first. */
function draw(count: number): Place[] {
  const chance = random(Number(values.seed));
  const drawn: Place[] = [];
  const left = new Set(all);
  while (drawn.length < count && left.size > 0) {
    const one = [...left][Math.floor(chance() * left.size)];
    left.delete(one);
    const overlaps = ({ file, start, end }: Place) => file === one.file && start < one.end && one.start < end;
    if (!drawn.some(overlaps)) drawn.push(one);
  }
  return drawn;
}

const sample = draw(Number(values.count));
const began = performance.now();
const minutes = () => ((performance.now() - began) / 60_000).toFixed(1);

/** A copy of what tests need, in which what was drawn can be broken. */
const folder = mkdtempSync(join(tmpdir(), "fichier-mutants-"));
// As the checkout's own: where the database's user may go decides in which cluster its tests are run.
chmodSync(folder, 0o755);
for (const part of copied) cpSync(join(checkout, part), join(folder, part), { recursive: true });
for (const part of ["node_modules", ".state"]) symlinkSync(join(checkout, part), join(folder, part));
cpSync(join(import.meta.dirname, "switch.ts"), join(folder, "src/mutant-switch.ts"));
for (const file of new Set(sample.map((one) => one.file))) {
  const here = [...sample.entries()].filter(([, one]) => one.file === file);
  writeFileSync(join(folder, file), withSwitches(readFileSync(join(checkout, file), "utf8"), here));
}

/** A runner of tests that is started again when it had to be stopped. */
class Runner {
  private child: ChildProcess | null = null;
  /** The test files that there are. */
  tests: string[] = [];

  async start(): Promise<ChildProcess> {
    const child = fork(join(import.meta.dirname, "runner.ts"), {
      cwd: folder,
      execArgv: ["--import", "tsx"],
      stdio: ["ignore", "ignore", "ignore", "ipc"],
      detached: true,
    });
    this.tests = await new Promise<string[]>((resolve) => child.once("message", resolve));
    this.tests = this.tests.map((name) => relative(folder, name));
    return child;
  }

  /** Runs a test file; null where it takes longer than so many seconds or its process ends. */
  async run(run: Run, longest: number): Promise<Ran | null> {
    const child = (this.child ??= await this.start());
    return new Promise((resolve) => {
      const ended = (ran: Ran | null) => {
        clearTimeout(late);
        child.removeAllListeners();
        if (ran === null) this.stop();
        resolve(ran);
      };
      const late = setTimeout(() => ended(null), 1000 * longest);
      child.once("message", (ran: Ran) => ended(ran));
      child.once("exit", () => ended(null));
      child.send(run);
    });
  }

  stop(): void {
    try {
      if (this.child) process.kill(-this.child.pid!, "SIGKILL");
    } catch {
      // It ended by itself.
    }
    this.child = null;
  }
}

/** Lets every runner take the next of what waits, until nothing does. */
async function shared<T>(waiting: readonly T[], work: (runner: Runner, one: T) => Promise<void>) {
  const left = [...waiting];
  await Promise.all(
    runners.map(async (runner) => {
      for (let one = left.shift(); one !== undefined; one = left.shift()) await work(runner, one);
    }),
  );
}

const server = await startPostgres();
const runners = Array.from({ length: availableParallelism() }, () => new Runner());
await Promise.all(runners.map((runner) => runner.run({ file: "none" }, 60)));

/** What a test file does with nothing broken. */
interface Known {
  /** Seconds around its tests, and those of each test. */
  readonly around: number;
  readonly took: ReadonlyMap<string, number>;
  /** The tests that come by a place; null where the file does outside of its tests. */
  readonly reached: ReadonlyMap<number, readonly string[] | null>;
}

function readNotes(path: string): Known["reached"] {
  const reached = new Map<number, string[] | null>();
  const lines = existsSync(path) ? readFileSync(path, "utf8").trim().split("\n") : [];
  for (const [place, test] of lines.map((line) => line.split(" "))) {
    const known = reached.get(Number(place));
    if (!test) reached.set(Number(place), null);
    else if (known !== null) reached.set(Number(place), [...(known ?? []), test]);
  }
  return reached;
}

const known = new Map<string, Known>();
const tests = runners[0].tests.filter((name) => !besideThePoint.test(name));
await shared(tests, async (runner, file) => {
  const notes = join(folder, `${file.replaceAll("/", "-")}.places`);
  const start = performance.now();
  const ran = await runner.run({ file, notes }, 300);
  if (!ran?.passed) return console.log(`not used, it fails with nothing broken: ${file}`);
  const took = new Map(Object.entries(ran.took).map(([id, ms]) => [id, ms / 1000]));
  const inTests = [...took.values()].reduce((sum, one) => sum + one, 0);
  const around = Math.max(0.5, (performance.now() - start) / 1000 - inTests);
  known.set(file, { around, took, reached: readNotes(notes) });
});
console.log(`${tests.length} test files run with nothing broken, ${minutes()} min`);

interface Trial {
  readonly file: string;
  readonly tests: readonly string[] | undefined;
  /** Seconds that it takes with nothing broken. */
  readonly seconds: number;
}

/** What comes by a place: test files of its own folder first, then of the folders around it, then the quickest. */
function trialsOf(number: number): Trial[] {
  const home = dirname(sample[number].file);
  const away = (folder: string) => (folder === home ? 0 : home.startsWith(`${folder}/`) ? 3 : 20);
  const cost = ({ file, seconds }: Trial) => seconds + away(dirname(file));
  return [...known]
    .flatMap(([file, { around, took, reached }]): Trial[] => {
      const by = reached.get(number);
      if (by === undefined) return [];
      const inTests = (by ?? [...took.keys()]).reduce((sum, id) => sum + (took.get(id) ?? 0), 0);
      return [{ file, tests: by ?? undefined, seconds: around + inTests }];
    })
    .sort((a, b) => cost(a) - cost(b));
}

/** Whether some tests pass alone with nothing broken: some need what others of their file did before. */
const alone = new Map<string, Promise<boolean>>();
function passAlone(runner: Runner, { file, tests, seconds }: Trial): Promise<boolean> {
  const key = `${file} ${tests?.join(" ")}`;
  const asked =
    alone.get(key) ?? runner.run({ file, tests }, 30 + 4 * seconds).then((ran) => ran?.passed === true);
  alone.set(key, asked);
  return asked;
}

async function isNoticed(runner: Runner, place: number, trial: Trial): Promise<boolean> {
  const { file, tests, seconds } = trial;
  // What hangs, or takes far longer than it should, has been noticed.
  const noticed = async (some: Trial["tests"], longest: number) =>
    !(await runner.run({ file, tests: some, place }, 15 + 4 * longest))?.passed;
  if (!(await noticed(tests, seconds))) return false;
  if (!tests || (await passAlone(runner, trial))) return true;
  const { around, took } = known.get(file)!;
  return noticed(undefined, around + [...took.values()].reduce((sum, one) => sum + one, 0));
}

const outcomes: string[] = [];
await shared([...sample.entries()], async (runner, [number, { file, line, was, becomes }]) => {
  let [outcome, spent] = ["survived", 0];
  const trials = trialsOf(number);
  if (trials.length === 0) outcome = "not come by";
  for (const trial of trials) {
    if (spent > patience) {
      outcome = "undecided";
      break;
    }
    spent += trial.seconds;
    if (await isNoticed(runner, number, trial)) {
      outcome = "noticed";
      break;
    }
  }
  outcomes.push(outcome);
  const short = (text: string) => text.replace(/\s+/g, " ").slice(0, 70);
  if (outcome !== "noticed")
    console.log(
      `${outcome.padEnd(11)}  ${file}:${line}  ${short(was)}  →  ${short(becomes)}  (${trials.length} test files; ${outcomes.length} of ${sample.length}, ${minutes()} min)`,
    );
});
for (const runner of runners) runner.stop();
server.stop();
rmSync(folder, { recursive: true });

const count = (outcome: string) => outcomes.filter((one) => one === outcome).length;
console.log(
  `\n${count("noticed")} of ${sample.length} mutations noticed (${Math.round((100 * count("noticed")) / sample.length)} %), ${count("survived")} survived, ${count("not come by")} that no test comes by, ${count("undecided")} undecided, of ${all.length} in ${files.length} files, in ${minutes()} min; seed ${values.seed}`,
);
