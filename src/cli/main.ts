import { Command, CommanderError } from "commander";
import { FormatFault } from "@/core/chain/fault";
import { UnreadableMedia } from "@/media/process";
import { MissingEffects } from "@/media/results";
import { bakeCommand } from "./commands/bake";
import { effectsCommand } from "./commands/effects";
import { measureCommand } from "./commands/measure";
import { renderCommand } from "./commands/render";
import { responseCommand } from "./commands/response";
import { searchCommand } from "./commands/search";
import { CliProblem, exitCodes, SomeFailed } from "./problem";

/** Where a run writes to. */
interface Streams {
  readonly stdout: { write: (text: string) => unknown };
  readonly stderr: { write: (text: string) => unknown };
}

/** Runs the command line; returns the exit code. Results go to standard output, all else to standard error. */
export async function main(args: readonly string[], { stdout, stderr }: Streams = process): Promise<number> {
  const program = new Command("fichier")
    .description("Fichier's effects without its server: the same computation, the same bytes.")
    .option("--json", "print results as JSON")
    .option("--quiet", "no progress")
    .exitOverride()
    .configureOutput({ writeOut: (text) => stdout.write(text), writeErr: (text) => stderr.write(text) })
    .addHelpText(
      "after",
      "\nExit codes: 0 done, 1 could not be done, 2 wrong use, 3 unreadable material or card.",
    );
  // Both stand wherever the hand puts them, before the command or after it.
  const [json, quiet] = [args.includes("--json"), args.includes("--quiet")];
  const words = args.filter((word) => word !== "--json" && word !== "--quiet");
  const print = (value: unknown, text: string) =>
    stdout.write(`${json ? JSON.stringify(value, null, 2) : text}\n`);
  const progress = (line: string) => quiet || stderr.write(`  ${line}\n`);
  const say = (message: string, hint?: string) =>
    void stderr.write(`fichier: ${message}${hint ? ` ${hint}` : ""}\n`);
  effectsCommand(program, print);
  renderCommand(program, print, progress, say);
  responseCommand(program, print, say);
  measureCommand(program, print, say);
  bakeCommand(program, print);
  searchCommand(program, print, say);
  try {
    await program.parseAsync(words, { from: "user" });
    return exitCodes.done;
  } catch (error) {
    // Commander has printed its own words by now.
    if (error instanceof CommanderError) return error.exitCode === 0 ? exitCodes.done : exitCodes.use;
    if (error instanceof SomeFailed) return exitCodes.failed;
    if (error instanceof CliProblem) say(error.message, error.hint);
    else if (error instanceof FormatFault) say(`${error.message} (${error.where})`);
    else if (error instanceof UnreadableMedia) say(`The material cannot be read: ${error.message}.`);
    else say(error instanceof Error ? error.message : String(error));
    if (error instanceof CliProblem) return exitCodes.use;
    return error instanceof FormatFault || error instanceof UnreadableMedia || error instanceof MissingEffects
      ? exitCodes.unreadable
      : exitCodes.failed;
  }
}
