import { execFileSync, type ChildProcess } from "node:child_process";
import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { measureCards, prepareDatabase, serve } from "./setup/application";
import { ensureBuild } from "./setup/build";
import {
  failuresOfPlaywright,
  failuresOfVitest,
  slowest,
  tookOfPlaywright,
  tookOfVitest,
  type Failure,
  type PlaywrightReport,
  type Took,
  type VitestReport,
} from "./setup/failures";
import { endWhenTold } from "./setup/minder";
import { ensurePackages } from "./setup/packages";
import { ensureDatabase, startPostgres } from "./setup/postgres";
import { freePort, show } from "./setup/run";
import { checkout, readJson, say, statePath, Trouble } from "./setup/state";

const help = `bin/test             lint (style, rules, who may import whom, what nobody uses), types, unit, component, API and browser tests
  --only STEP        one of: lint, types, unit, screen, api, browser
  --grep FILE        of the browser tests only those in files that contain this
  --changed REV      only what can see a difference to a commit, such as HEAD or main: tests whose files, or what they
                     import, are other ones; of the browser tests those files that are themselves. No verdict on the
                     whole, but one within a minute or two`;

interface Count {
  passed: number;
  failed: number;
  /** What failed, to be said once more at the end: a log is read from there, and may be cut before. */
  failures: Failure[];
  took?: Took[];
}
const bin = (name: string) => join(checkout, "node_modules/.bin", name);

const summed = (counts: readonly Count[]): Count => ({
  passed: counts.reduce((sum, { passed }) => sum + passed, 0),
  failed: counts.reduce((sum, { failed }) => sum + failed, 0),
  failures: counts.flatMap(({ failures }) => failures),
  took: counts.flatMap(({ took = [] }) => took),
});

/** A step that either passes or fails as a whole. */
const whole = async (program: string, args: string[]): Promise<Count> =>
  (await show(bin(program), args, { cwd: checkout })) === 0
    ? { passed: 1, failed: 0, failures: [] }
    : { passed: 0, failed: 1, failures: [{ what: program, why: "See what it printed above." }] };

/** What a runner counted; one that ended badly without a failed test, and a file that cannot be loaded, have failed too. */
function counted(name: string, code: number, passed: number, failed: number, failures: Failure[]): Count {
  if (code === 0) return { passed, failed, failures };
  const ended = { what: name, why: `It ended with exit code ${code}.` };
  return {
    passed,
    failed: Math.max(1, failed, failures.length),
    failures: failures.length > 0 ? failures : [ended],
  };
}

/** Limits of a run. */
interface Narrowed {
  /** Of the browser tests only files whose names contain one of these; undefined: all. */
  readonly files?: readonly string[];
  /** Of the others only what can see a difference to this commit. */
  readonly changed?: string;
}

/** Runs a project's tests, or a share of its files such as 1/2. */
async function vitest(project: string, { changed }: Narrowed, share?: string): Promise<Count> {
  const report = statePath(`${project}-report${share?.replace("/", "-of-") ?? ""}.json`);
  rmSync(report, { force: true });
  const code = await show(
    bin("vitest"),
    [
      ...["run", "--project", project, "--reporter=dot", "--reporter=json", `--outputFile.json=${report}`],
      ...(share ? [`--shard=${share}`] : []),
      ...(changed === undefined ? [] : [`--changed=${changed}`, "--passWithNoTests"]),
    ],
    { cwd: checkout },
  );
  const result = readJson<VitestReport>(report);
  return {
    ...counted(
      project,
      code,
      result?.numPassedTests ?? 0,
      result?.numFailedTests ?? 0,
      result ? failuresOfVitest(result, checkout) : [],
    ),
    took: result ? tookOfVitest(result, checkout) : [],
  };
}

/** Browsers at once. A third one, or checks beside them, makes all of it slower on two processors. */
const browsers = 2;

/** The browser tests that differ from a commit, with those that are new. */
function changedSpecs(since: string): string[] {
  const git = (...args: string[]) =>
    execFileSync("git", args, { cwd: checkout, encoding: "utf8" }).split("\n").filter(Boolean);
  return [
    ...git("diff", "--name-only", "--diff-filter=d", since, "--", "e2e"),
    ...git("ls-files", "--others", "--exclude-standard", "--", "e2e"),
  ].filter((name) => name.endsWith(".spec.ts"));
}

async function browser({ files, changed }: Narrowed): Promise<Count> {
  const only = files ?? (changed === undefined ? [] : changedSpecs(changed));
  if (changed !== undefined && only.length === 0) return { passed: 0, failed: 0, failures: [] };
  await ensureBuild();
  const server = await startPostgres();
  const folder = mkdtempSync(join(tmpdir(), "fichier-media-"));
  const tidy = () => rmSync(folder, { recursive: true, force: true });
  process.once("exit", tidy);
  const report = statePath("browser-report.json");
  rmSync(report, { force: true });
  const served: ChildProcess[] = [];
  try {
    // The demo is filled in once, and copied for each browser: an application of its own, where nobody else changes anything.
    const demo = `fichier_browser_${process.pid}`;
    const demoMedia = join(folder, demo);
    await ensureDatabase(server, demo, { anew: true });
    await prepareDatabase(server.url(demo), demoMedia);
    await measureCards(server.url(demo), demoMedia);
    const names = Array.from({ length: browsers }, (_, n) => `${demo}_${n}`);
    const media = names.map((name) => join(folder, name));
    for (const [n, name] of names.entries()) {
      await ensureDatabase(server, name, { anew: true, from: demo });
      cpSync(demoMedia, media[n], { recursive: true });
    }
    const ports: number[] = [];
    for (const [n, name] of names.entries()) {
      ports.push(await freePort());
      served.push(await serve(server.url(name), ports[n], media[n], { quiet: true, remember: false }));
    }
    const env = {
      ...process.env,
      FICHIER_URL: ports.map((port) => `http://127.0.0.1:${port}`).join(" "),
      // For files that have a cluster of their own: the demo as it was filled in.
      FICHIER_DEMO: server.url(demo),
      FICHIER_DEMO_MEDIA: demoMedia,
      PLAYWRIGHT_JSON_OUTPUT_NAME: report,
    };
    const code = await show(bin("playwright"), ["test", "--reporter=list,json", ...only], {
      cwd: checkout,
      env,
    });
    const result = readJson<PlaywrightReport>(report);
    return {
      ...counted(
        "browser",
        code,
        result?.stats.expected ?? 0,
        (result?.stats.unexpected ?? 0) + (result?.stats.flaky ?? 0),
        result ? failuresOfPlaywright(result) : [],
      ),
      took: result ? tookOfPlaywright(result) : [],
    };
  } finally {
    for (const application of served) {
      // One that has ended by itself says nothing more.
      if (application.exitCode !== null || application.signalCode !== null) continue;
      application.kill("SIGKILL");
      await new Promise((resolve) => application.once("exit", resolve));
    }
    tidy();
    server.stop();
  }
}

const steps = {
  lint: async () => {
    const parts = [
      whole("prettier", ["--check", "--log-level", "warn", "."]),
      whole("eslint", ["--cache", "--cache-location", statePath("eslint-cache"), "."]),
      whole("depcruise", [
        "--config",
        ".dependency-cruiser.mjs",
        "src",
        "demo",
        "scripts",
        "bench",
        "testing",
      ]),
      whole("knip", []),
    ];
    return summed(await Promise.all(parts));
  },
  types: async () => {
    // Next.js writes the types of its own files when it builds; they are part of what is checked.
    await ensureBuild();
    return whole("tsc", ["--noEmit"]);
  },
  unit: (narrowed) => vitest("unit", narrowed),
  screen: (narrowed) => vitest("screen", narrowed),
  // Files of one database wait for each other, and much of it waits for the clock: two halves, each with its own.
  api: async (narrowed) => {
    // Started before, since two at once would each make the cluster where there is none.
    const server = await startPostgres();
    try {
      return summed(await Promise.all(["1/2", "2/2"].map((share) => vitest("api", narrowed, share))));
    } finally {
      server.stop();
    }
  },
  browser,
} satisfies Record<string, (narrowed: Narrowed) => Promise<Count>>;

/** Steps that are carried out at once: one waits where the other computes. Browsers have the machine for themselves. */
const together = [
  ["lint", "types"],
  ["unit", "api", "screen"],
  ["browser"],
] satisfies (keyof typeof steps)[][];

async function test(): Promise<void> {
  const { values } = parseArgs({
    options: {
      only: { type: "string" },
      grep: { type: "string" },
      changed: { type: "string" },
      help: { type: "boolean" },
    },
  });
  if (values.help) return void console.log(help);
  if (values.only && !Object.hasOwn(steps, values.only)) throw new Trouble(help);
  ensurePackages(["postgresql", "ffmpeg", "chromium-headless-shell", "nginx"]);
  endWhenTold();
  const total = { passed: 0, failed: 0, failures: [] as Failure[], took: [] as Took[] };
  const carryOut = async (name: keyof typeof steps) => {
    const began = performance.now();
    const narrowed = {
      ...(values.grep !== undefined && { files: [values.grep] }),
      ...(values.changed !== undefined && { changed: values.changed }),
    };
    const count: Count = await steps[name](narrowed).catch((error): Count => {
      console.error(error instanceof Trouble ? `  ${error.message}` : error);
      return { passed: 0, failed: 1, failures: [{ what: name, why: String(error) }] };
    });
    total.passed += count.passed;
    total.failed += count.failed;
    total.failures.push(...count.failures);
    total.took.push(...(count.took ?? []));
    say(
      `${name}: ${count.passed} passed, ${count.failed} failed, ${((performance.now() - began) / 1000).toFixed(1)} s`,
    );
  };
  for (const names of together)
    await Promise.all(names.filter((name) => !values.only || values.only === name).map(carryOut));
  if (total.took.length > 0) console.log(`\nThe slowest files:\n${slowest(total.took, 10).join("\n")}`);
  if (total.failures.length > 0) console.log("\nWhat failed:");
  for (const { what, why } of total.failures) console.log(`  ${what}\n${why.replace(/^/gm, "      ")}`);
  console.log(`\n${total.passed} passed, ${total.failed} failed`);
  const isNothing = total.passed === 0 && values.changed === undefined;
  process.exitCode = total.failed > 0 || isNothing ? 1 : 0;
}

test().catch((error) => {
  console.error(error instanceof Trouble ? `\n  ${error.message}\n` : error);
  console.log("\n0 passed, 1 failed");
  process.exitCode = 1;
});
