import { spawn, spawnSync, type SpawnOptions } from "node:child_process";
import { createServer } from "node:net";
import { endedAlready, endsWithThis } from "./minder";
import { Trouble } from "./state";

/** Runs a program to its end and gives its standard output. Throws Trouble with what it said where it fails. */
export function capture(
  program: string,
  args: readonly string[],
  options: { input?: string; env?: NodeJS.ProcessEnv; cwd?: string } = {},
): string {
  const done = spawnSync(program, args, { encoding: "utf8", maxBuffer: 1 << 26, ...options });
  if (done.error) throw new Trouble(`${program} cannot be run: ${done.error.message}`);
  if (done.status !== 0)
    throw new Trouble(`${program} ${args[0] ?? ""} failed:\n${done.stderr || done.stdout}`);
  return done.stdout;
}

export const succeeds = (program: string, args: readonly string[]): boolean =>
  spawnSync(program, args, { stdio: "ignore" }).status === 0;

/** Runs a program in view of the person; resolves with its exit code. */
export function show(program: string, args: readonly string[], options: SpawnOptions = {}): Promise<number> {
  return new Promise((resolve, reject) => {
    // A group of its own, which ends with this process however that ends.
    const child = spawn(program, args, { stdio: "inherit", ...options, detached: true });
    endsWithThis(child.pid);
    child.on("error", reject);
    child.on("close", (code) => {
      endedAlready(child.pid);
      resolve(code ?? 1);
    });
  });
}

/** True where nothing listens on that loopback port. */
export function isFree(port: number): Promise<boolean> {
  return new Promise((resolve) => {
    const server = createServer();
    server.once("error", () => resolve(false));
    server.listen(port, "127.0.0.1", () => server.close(() => resolve(true)));
  });
}

/** A loopback port that nothing listens on, chosen by the system. */
export function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once("error", reject);
    server.listen(0, "127.0.0.1", () => {
      const address = server.address();
      server.close(() =>
        typeof address === "object" && address ? resolve(address.port) : reject(new Error("no port")),
      );
    });
  });
}
