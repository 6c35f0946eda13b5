import { spawnSync } from "node:child_process";

export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
export const percentile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];

/** One way of doing something, and what it costs to do nothing of it in the same way: to start, read and write. */
export interface Way {
  /** Gives what one run cost, in ms. Undefined where it is not installed. */
  readonly run: () => Promise<number | undefined>;
  readonly idle?: () => Promise<number | undefined>;
}

/** What something costs beyond its idle run, over several runs, in ms. */
export interface Cost {
  readonly least: number;
  readonly median: number;
  /** Half of what lies between the quartiles: how far apart two runs usually are. */
  readonly spread: number;
}

export function costOf(runs: readonly number[]): Cost {
  const spread = (percentile(runs, 0.75) - percentile(runs, 0.25)) / 2;
  return { least: Math.min(...runs), median: median(runs), spread };
}

const rest = (time: number) => new Promise((resolve) => setTimeout(resolve, time));

/**
 * Costs of several ways of doing the same, measured in turn, round by round, so that what else the machine does falls on
 * all of them; each run is compared with an idle one of its own just before it. Undefined for what is not installed.
 */
export async function inTurn(ways: readonly Way[], rounds: number): Promise<(Cost | undefined)[]> {
  const runs: number[][] = ways.map(() => []);
  // The first round warms up.
  for (let round = -1; round < rounds; round++) {
    for (const [i, { run, idle }] of ways.entries()) {
      const before = idle ? await idle() : 0;
      const cost = await run();
      if (round >= 0 && before !== undefined && cost !== undefined) runs[i].push(cost - before);
    }
    await rest(100);
  }
  return runs.map((values) => (values.length > 0 ? costOf(values) : undefined));
}

/** User and system CPU time of this process in ms, with its threads, while `run` works. */
export async function cpuTime(run: () => unknown): Promise<number> {
  const before = process.cpuUsage();
  await run();
  const { user, system } = process.cpuUsage(before);
  return (user + system) / 1000;
}

/** Time by the clock in ms while `run` works. */
export async function clockTime(run: () => unknown): Promise<number> {
  const began = performance.now();
  await run();
  return performance.now() - began;
}

/** CPU time in ms that one run of a program takes, user and system together; undefined where it is not installed. */
export async function programTime(program: string, args: readonly string[]): Promise<number | undefined> {
  const done = spawnSync(
    "bash",
    ["-c", `TIMEFORMAT='%U %S'; time "$0" "$@" >/dev/null 2>/dev/null`, program, ...args],
    { encoding: "utf8" },
  );
  const [user, system] = done.stderr.trim().split("\n").at(-1)!.split(" ").map(Number);
  return done.status === 0 && Number.isFinite(user) ? (user + system) * 1000 : undefined;
}

/** A table of rows, with the first column to the left. */
export function table(title: string, rows: readonly (readonly string[])[]): void {
  const widths = rows[0].map((_, c) => Math.max(...rows.map((r) => r[c].length)));
  console.log(`\n${title}`);
  for (const row of rows)
    console.log(
      `  ${row.map((cell, c) => (c === 0 ? cell.padEnd(widths[c]) : cell.padStart(widths[c]))).join("  ")}`,
    );
}

export const ms = (value: number): string => `${value.toFixed(value < 10 ? 2 : 0)} ms`;
/** A cost that cannot be told from none. */
const isNoise = ({ median, spread }: Cost) => median <= 2 * spread;

export const sayCost = (cost: Cost | undefined): string =>
  cost === undefined
    ? "not installed"
    : `${cost.least.toFixed(0)} … ${cost.median.toFixed(0)} ± ${cost.spread.toFixed(0)} ms`;

/** How many times faster one is than the other, by their medians; `within noise` where that cannot be told. */
export function ratio(own: Cost | undefined, peer: Cost | undefined): string {
  if (own === undefined || peer === undefined) return "–";
  if (isNoise(own) || isNoise(peer) || Math.abs(own.median - peer.median) <= own.spread + peer.spread)
    return "within noise";
  return `${(peer.median / own.median).toFixed(2)} ×`;
}

/** The cheapest of several. */
export const cheapest = (costs: readonly (Cost | undefined)[]): Cost | undefined =>
  costs.reduce(
    (best, cost) => (cost !== undefined && (best === undefined || cost.median < best.median) ? cost : best),
    undefined,
  );
