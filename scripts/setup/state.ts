import { createHash, randomBytes } from "node:crypto";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";

export const checkout = resolve(dirname(fileURLToPath(import.meta.url)), "../..");
/** Everything this checkout makes for itself; ignored by git. */
const state = join(checkout, ".state");

/** A problem that the person at the keyboard can solve; shown without a stack. */
export class Trouble extends Error {}

export const say = (line: string): void => void process.stdout.write(`  ${line}\n`);

export const statePath = (...parts: string[]): string => {
  mkdirSync(state, { recursive: true });
  return join(state, ...parts);
};

export function readJson<T>(path: string): T | null {
  try {
    return JSON.parse(readFileSync(path, "utf8")) as T;
  } catch {
    return null;
  }
}

interface Secrets {
  readonly databasePassword: string;
  readonly cookieSecret: string;
}

/** Made once a checkout; readable by its owner alone. */
export function secrets(): Secrets {
  const path = statePath("secrets.json");
  const kept = readJson<Secrets>(path);
  if (kept) return kept;
  const made = {
    databasePassword: randomBytes(24).toString("hex"),
    cookieSecret: randomBytes(32).toString("hex"),
  };
  writeFileSync(path, JSON.stringify(made), { mode: 0o600 });
  return made;
}

export const shortHash = (text: string | Buffer): string =>
  createHash("sha256").update(text).digest("hex").slice(0, 16);

/** True while a process of that number runs. */
export function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === "EPERM";
  }
}
