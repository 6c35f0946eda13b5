import { fork, type ChildProcess } from "node:child_process";
import { join } from "node:path";

/* Command lines that are carried out in processes beside this one, one after another in each: to start one takes longer than most files do. */

/** What a command line came to. */
export interface Ended {
  readonly status: number;
  readonly stdout: string;
  readonly stderr: string;
}

const bin = join(import.meta.dirname, "../../bin/fichier.mjs");

/** A process beside this one, started with its first command line; after one that ended with the process, anew. */
export class Beside {
  private child: ChildProcess | null = null;

  /** One at a time. Rejects where the process ends before it is done. */
  run(args: readonly string[]): Promise<Ended> {
    // One that has died in between is not asked again.
    if (!this.child?.connected) this.child = null;
    const child = (this.child ??= fork(bin, {
      stdio: ["ignore", "ignore", "ignore", "ipc"],
      execArgv: [],
      // See there.
      env: { ...process.env, FICHIER_BESIDE: "1" },
    }));
    return new Promise<Ended>((resolve, reject) => {
      const answered = (ended: Ended) => {
        child.off("exit", gone).off("error", failed);
        resolve(ended);
      };
      const failed = (error: Error) => {
        this.child = null;
        child.off("message", answered).off("exit", gone);
        reject(error);
      };
      const gone = (code: number | null, signal: string | null) =>
        failed(new Error(`The process that was at it ended (${signal ?? `exit code ${code}`}).`));
      child.once("message", answered).once("exit", gone).once("error", failed);
      child.send(args);
    });
  }

  end(): void {
    this.child?.disconnect();
    this.child = null;
  }
}
