import { spawn } from "node:child_process";

/** Material that cannot be read, with what the decoder said. */
export class UnreadableMedia extends Error {}

/**
 * Runs a program with `input` on its standard input and gives its standard output. Throws `UnreadableMedia` with the
 * last line of its complaint where it fails, and an Error where it is not installed.
 */
export function pipeThrough(program: string, args: readonly string[], input: Uint8Array): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, { stdio: ["pipe", "pipe", "pipe"] });
    const out: Buffer[] = [];
    const complaint: Buffer[] = [];
    child.on("error", (error) => reject(new Error(`${program} cannot be run; bin/start installs it`, { cause: error })));
    child.stdout.on("data", (part: Buffer) => out.push(part));
    child.stderr.on("data", (part: Buffer) => complaint.push(part));
    // A decoder that gives up early closes its input; its exit code tells the rest.
    child.stdin.on("error", () => undefined);
    child.on("close", (code) => {
      if (code === 0) resolve(Buffer.concat(out));
      else reject(new UnreadableMedia(Buffer.concat(complaint).toString().trim().split("\n").at(-1)));
    });
    child.stdin.end(input);
  });
}
