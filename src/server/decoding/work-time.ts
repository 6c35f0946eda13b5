import { readdirSync, readFileSync } from "node:fs";

/** Ticks of a processor's time a second, as /proc tells it. Source: proc(5), sysconf(_SC_CLK_TCK), which is 100 on Linux. */
const ticks = 100;

/**
 * Seconds of processors' time that a group of processes has used, those of its ended members among them that were waited
 * for; null where the system does not tell. Source: proc(5), /proc/[pid]/stat.
 */
export function workTime(group: number): number | null {
  let used = 0;
  let found = false;
  let names: string[];
  try {
    names = readdirSync("/proc").filter((name) => /^\d+$/.test(name));
  } catch {
    return null;
  }
  for (const name of names) {
    try {
      // The name of the program stands in brackets and may hold anything.
      const text = readFileSync(`/proc/${name}/stat`, "latin1");
      const fields = text.slice(text.lastIndexOf(")") + 2).split(" ");
      if (Number(fields[2]) !== group) continue;
      found = true;
      used += fields.slice(11, 15).reduce((sum, field) => sum + Number(field), 0);
    } catch {
      // It has just ended.
    }
  }
  return found ? used / ticks : null;
}

/** Ends a process that leads a group of its own, with all that it has started. */
export function killGroup(leader: number | undefined): void {
  if (leader === undefined) return;
  try {
    process.kill(-leader, "SIGKILL");
  } catch {
    // It has ended by itself.
  }
}
