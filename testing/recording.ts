import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { expect } from "vitest";

/** With RECORD=1 figures are written down anew instead of being compared. */
const isRecording = process.env.RECORD === "1";

/** As they are written down: seven figures are what single precision has. */
const figures = (values: ArrayLike<number>) => Array.from(values, (v) => Number(v.toPrecision(7)));

/**
 * Figures that were written down by this project itself, in a file of `testing/recorded`: not that they are right, which
 * other tests say, but that nobody changes them unawares. Whoever means a change records anew, with RECORD=1, and looks at
 * what has changed.
 */
export class Recording {
  private readonly path: string;
  private readonly recorded: Record<string, number[]>;
  private readonly now: Record<string, number[]> = {};

  constructor(name: string) {
    this.path = join(import.meta.dirname, "recorded", `${name}.json`);
    this.recorded = existsSync(this.path)
      ? (JSON.parse(readFileSync(this.path, "utf8")) as Record<string, number[]>)
      : {};
  }

  /** Compares figures with those of a name, within a share of their size, or of 1 where they are smaller. */
  compare(key: string, made: ArrayLike<number>, tolerance: number): void {
    this.now[key] = figures(made);
    if (isRecording) return;
    const wanted = this.recorded[key];
    expect(wanted, `${key} has not been recorded; run it with RECORD=1`).toBeDefined();
    expect(made.length).toBe(wanted.length);
    Array.from(made).forEach((v, i) => {
      if (!(Math.abs(v - wanted[i]) <= tolerance * Math.max(1, Math.abs(wanted[i]))))
        throw new Error(`${key}: figure ${i} is ${v}, and was ${wanted[i]}`);
    });
  }

  /** Nothing is recorded that there is no more. */
  expectWhole(): void {
    if (!isRecording) expect(Object.keys(this.recorded).sort()).toEqual(Object.keys(this.now).sort());
  }

  write(): void {
    if (isRecording)
      writeFileSync(
        this.path,
        `{\n${Object.entries(this.now)
          .map(([key, v]) => `${JSON.stringify(key)}: ${JSON.stringify(v)}`)
          .join(",\n")}\n}\n`,
      );
  }
}
