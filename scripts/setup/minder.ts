import { spawn } from "node:child_process";

/*
 * Child processes end with the process that began them, also where that is killed by SIGKILL: a small detached process
 * watches its process id and cleans up.
 */

/**
 * Runs a script of the shell once this process has gone, however it went; `script` has the arguments as $2, $3 and on. Gives
 * what calls it off.
 */
export function afterwards(script: string, ...args: readonly string[]): () => void {
  const wait = 'while kill -0 "$1" 2>/dev/null; do sleep 1; done';
  const child = spawn("sh", ["-c", `${wait}\n${script}`, "minder", String(process.pid), ...args], {
    // Not of this one's group: what ends all of that must not end it too.
    detached: true,
    stdio: "ignore",
    cwd: "/",
  });
  child.unref();
  return () => void child.kill("SIGKILL");
}

/** Groups of processes that end with this one, by their leaders, with what calls their minders off. */
const groups = new Map<number, () => void>();

/** Ends a group of processes with this one; `leader` is the one that began it. */
export function endsWithThis(leader: number | undefined): void {
  if (leader === undefined) return;
  groups.set(leader, afterwards('kill -s KILL -- "-$2" 2>/dev/null', String(leader)));
}

/** It has ended by itself: its number may be another's by and by. */
export function endedAlready(leader: number | undefined): void {
  if (leader === undefined) return;
  groups.get(leader)?.();
  groups.delete(leader);
}

/** Ends this process when it is told to, with all groups that end with it. */
export function endWhenTold(): void {
  for (const [signal, code] of [
    ["SIGINT", 130],
    ["SIGTERM", 143],
    ["SIGHUP", 129],
  ] as const)
    process.on(signal, () => {
      for (const leader of groups.keys())
        try {
          process.kill(-leader, "SIGKILL");
        } catch {
          // It has just ended.
        }
      process.exit(code);
    });
}
