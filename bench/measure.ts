import { spawnSync } from "node:child_process";

export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
export const percentile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];

/** Median time of `run` in ms after some runs to warm up. */
export async function timed(run: () => unknown, runs = 7, warm = 2): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < runs + warm; i++) {
    const began = performance.now();
    await run();
    if (i >= warm) times.push(performance.now() - began);
  }
  return median(times);
}

/** Median CPU time in ms that a program took, user and system together; undefined where it is not installed. */
export function programTime(program: string, args: readonly string[], runs = 5): number | undefined {
  const times: number[] = [];
  for (let i = 0; i < runs; i++) {
    const done = spawnSync(
      "bash",
      ["-c", `TIMEFORMAT='%U %S'; time "$0" "$@" >/dev/null 2>/dev/null`, program, ...args],
      { encoding: "utf8" },
    );
    const [user, system] = done.stderr.trim().split("\n").at(-1)!.split(" ").map(Number);
    if (done.status !== 0 || !Number.isFinite(user)) return undefined;
    times.push((user + system) * 1000);
  }
  return median(times);
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

export const ms = (value: number | undefined): string =>
  value === undefined ? "not installed" : `${value.toFixed(value < 10 ? 2 : 0)} ms`;
export const ratio = (value: number, peer: number | undefined): string =>
  peer === undefined ? "–" : `${(peer / value).toFixed(2)} ×`;
