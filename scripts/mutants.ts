import { spawn, spawnSync } from "node:child_process";
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { availableParallelism, tmpdir } from "node:os";
import { join, relative } from "node:path";
import { parseArgs } from "node:util";
import ts from "typescript";
import { startPostgres } from "./setup/postgres";
import { checkout, readJson, statePath } from "./setup/state";

/*
 * A sample of mutations: one small thing is broken in a copy of the sources, and the tests that import the broken file
 * are run. What no test notices is listed. `npm run mutants -- [--seed N] [--count N] [--in src/core/chain]`
 */

/** Layers whose own tests are to notice. The server's and database's are noticed by the tests against a real PostgreSQL. */
const layers = ["src/core", "src/server", "src/db"];
/** Milliseconds that a round of quick tests, and one of all others, may take to notice. */
const [soon, later] = [40_000, 90_000];
const copied = [
  "src",
  "demo",
  "testing",
  "api-tests",
  "scripts",
  "reference",
  "bin",
  "package.json",
  "tsconfig.json",
  "vitest.config.ts",
  "eslint.config.mjs",
  ".dependency-cruiser.mjs",
];

interface Mutation {
  readonly file: string;
  readonly at: number;
  readonly length: number;
  readonly replacement: string;
}

const operators: Partial<Record<ts.SyntaxKind, string>> = {
  [ts.SyntaxKind.PlusToken]: "-",
  [ts.SyntaxKind.MinusToken]: "+",
  [ts.SyntaxKind.AsteriskToken]: "/",
  [ts.SyntaxKind.SlashToken]: "*",
  [ts.SyntaxKind.LessThanToken]: "<=",
  [ts.SyntaxKind.LessThanEqualsToken]: "<",
  [ts.SyntaxKind.GreaterThanToken]: ">=",
  [ts.SyntaxKind.GreaterThanEqualsToken]: ">",
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: "!==",
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: "===",
  [ts.SyntaxKind.AmpersandAmpersandToken]: "||",
  [ts.SyntaxKind.BarBarToken]: "&&",
  [ts.SyntaxKind.QuestionQuestionToken]: "&&",
};

/** Every place in a file where something can be broken, in order. */
function mutationsOf(file: string): Mutation[] {
  const text = readFileSync(join(checkout, file), "utf8");
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found: Mutation[] = [];
  const put = (node: ts.Node, replacement: string) =>
    found.push({ file, at: node.getStart(), length: node.getWidth(), replacement });
  const visit = (node: ts.Node): void => {
    // Types are checked by the compiler, and words in messages are no behaviour.
    if (
      ts.isTypeNode(node) ||
      ts.isInterfaceDeclaration(node) ||
      ts.isTypeAliasDeclaration(node) ||
      ts.isImportDeclaration(node)
    )
      return;
    if (ts.isBinaryExpression(node)) {
      const to = operators[node.operatorToken.kind];
      if (to !== undefined) put(node.operatorToken, to);
    } else if (ts.isNumericLiteral(node) && !ts.isPropertyAssignment(node.parent))
      put(node, node.text === "0" ? "1" : `(${node.text} * 1.01 + 1)`);
    else if (node.kind === ts.SyntaxKind.TrueKeyword) put(node, "false");
    else if (node.kind === ts.SyntaxKind.FalseKeyword) put(node, "true");
    else if (ts.isIfStatement(node)) put(node.expression, `!(${node.expression.getText()})`);
    else if (ts.isConditionalExpression(node)) put(node.condition, `!(${node.condition.getText()})`);
    else if (ts.isReturnStatement(node) && node.expression && !ts.isObjectLiteralExpression(node.expression))
      put(node.expression, "undefined as never");
    else if (ts.isExpressionStatement(node) && ts.isCallExpression(node.expression)) put(node, ";");
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

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

type Outcome = "noticed" | "passed" | "undecided";

/** Runs some test files of a project; undecided where they take too long. */
function tried(
  folder: string,
  project: "unit" | "api",
  tests: readonly string[],
  longest: number,
): Promise<Outcome> {
  if (tests.length === 0) return Promise.resolve("passed");
  return new Promise((resolve) => {
    const args = ["run", "--project", project, "--bail", "1", "--maxWorkers", "1", ...tests];
    const child = spawn(join(folder, "node_modules/.bin/vitest"), args, {
      cwd: folder,
      stdio: "ignore",
      detached: true,
    });
    const late = setTimeout(() => process.kill(-child.pid!, "SIGKILL"), longest);
    child.on("exit", (code, signal) => {
      clearTimeout(late);
      resolve(signal !== null ? "undecided" : code === 0 ? "passed" : "noticed");
    });
  });
}

/** Which files import which, types apart: what only names a type is not changed by what it does. */
function importers(): ReadonlyMap<string, readonly string[]> {
  const { stdout } = spawnSync(
    join(checkout, "node_modules/.bin/depcruise"),
    [
      "--config",
      ".dependency-cruiser.mjs",
      "--output-type",
      "json",
      "src",
      "api-tests",
      "testing",
      "demo",
      "scripts",
    ],
    { cwd: checkout, encoding: "utf8", maxBuffer: 2 ** 28 },
  );
  const found = new Map<string, string[]>();
  const { modules } = JSON.parse(stdout) as {
    modules: { source: string; dependencies: { resolved: string; dependencyTypes: string[] }[] }[];
  };
  for (const { source, dependencies } of modules)
    for (const { resolved, dependencyTypes } of dependencies)
      if (!dependencyTypes.includes("type-only"))
        found.set(resolved, [...(found.get(resolved) ?? []), source]);
  return found;
}

/** Seconds that each test file took last time. */
function durations(): ReadonlyMap<string, number> {
  const reports = ["unit", "api"].map((project) =>
    readJson<{ testResults: { name: string; startTime: number; endTime: number }[] }>(
      statePath(`${project}-report.json`),
    ),
  );
  return new Map(
    reports
      .flatMap((r) => r?.testResults ?? [])
      .map(({ name, startTime, endTime }) => [relative(checkout, name), (endTime - startTime) / 1000]),
  );
}

const imported = importers();
const took = durations();

/** The tests that a file can be noticed by: the nearest and quickest first. */
function testsOf(file: string): string[] {
  const distance = new Map([[file, 0]]);
  for (const at of distance.keys())
    for (const by of imported.get(at) ?? []) if (!distance.has(by)) distance.set(by, distance.get(at)! + 1);
  const cost = (test: string) => (took.get(test) ?? 5) + 3 * distance.get(test)!;
  return [...distance.keys()].filter((name) => name.endsWith(".test.ts")).sort((a, b) => cost(a) - cost(b));
}

/** Three rounds: a few near and quick tests, some more, then all that are left. */
async function outcome(folder: string, file: string): Promise<Outcome> {
  const tests = testsOf(file);
  const [api, unit] = [
    tests.filter((t) => t.startsWith("api-tests/")),
    tests.filter((t) => !t.startsWith("api-tests/")),
  ];
  const rounds = [
    ["unit", unit.slice(0, 6), soon],
    ["api", api.slice(0, 4), soon],
    ["unit", unit.slice(6, 30), soon],
    ["api", api.slice(4), later],
    ["unit", unit.slice(30), later],
  ] as const;
  let last: Outcome = "passed";
  for (const [project, some, longest] of rounds) {
    const came = await tried(folder, project, some, longest);
    if (came === "noticed") return came;
    if (came === "undecided") last = came;
  }
  return last;
}

/** A copy of what tests need, in which something can be broken. */
function copy(): string {
  const folder = mkdtempSync(join(tmpdir(), "fichier-mutants-"));
  for (const part of copied) cpSync(join(checkout, part), join(folder, part), { recursive: true });
  for (const part of ["node_modules", ".state"]) symlinkSync(join(checkout, part), join(folder, part));
  return folder;
}

const { values } = parseArgs({
  options: {
    seed: { type: "string", default: "1" },
    count: { type: "string", default: "100" },
    in: { type: "string" },
  },
});
const chance = random(Number(values.seed));
const files = layers
  .filter((layer) => !values.in || values.in.startsWith(layer))
  .flatMap((layer) =>
    readdirSync(join(checkout, layer), { recursive: true, encoding: "utf8" }).map((name) =>
      join(layer, name),
    ),
  )
  .filter(
    (name) =>
      name.endsWith(".ts") &&
      !/\.test\.ts$|\/migrations\/|kernels\/bytes\.ts$/.test(name) &&
      name.startsWith(values.in ?? ""),
  )
  .sort();
const all = files.flatMap(mutationsOf);
const sample = new Set<Mutation>();
while (sample.size < Math.min(Number(values.count), all.length))
  sample.add(all[Math.floor(chance() * all.length)]);

const began = performance.now();
const waiting = [...sample];
const left: [Outcome, Mutation][] = [];
const server = await startPostgres();
async function worker(): Promise<void> {
  const folder = copy();
  for (let one = waiting.pop(); one; one = waiting.pop()) {
    const path = join(folder, one.file);
    const text = readFileSync(path, "utf8");
    writeFileSync(path, text.slice(0, one.at) + one.replacement + text.slice(one.at + one.length));
    const came = await outcome(folder, one.file);
    if (came !== "noticed") left.push([came, one]);
    writeFileSync(path, text);
  }
  rmSync(folder, { recursive: true });
}
await Promise.all(Array.from({ length: availableParallelism() }, worker));
server.stop();

for (const [came, { file, at, length, replacement }] of left.sort((a, b) =>
  a[1].file < b[1].file ? -1 : 1,
)) {
  const text = readFileSync(join(checkout, file), "utf8");
  const line = text.slice(0, at).split("\n").length;
  const what = text
    .slice(at, at + length)
    .replace(/\s+/g, " ")
    .slice(0, 60);
  console.log(
    `${came === "passed" ? "survived " : "undecided"}  ${file}:${line}  ${what}  →  ${replacement.slice(0, 60)}`,
  );
}
const noticed = sample.size - left.length;
const undecided = left.filter(([came]) => came === "undecided").length;
console.log(
  `\n${noticed} of ${sample.size} mutations noticed (${Math.round((100 * noticed) / sample.size)} %), ${left.length - undecided} survived, ${undecided} undecided in time, of ${all.length} in ${files.length} files, in ${Math.round((performance.now() - began) / 60_000)} min; seed ${values.seed}`,
);
