import { Command, CommanderError } from "commander";
import { FormatFault } from "@/core/formats/fault";
import { UnreadableMedia } from "@/media/process";
import { MissingEffects } from "@/media/results";
import { effectsCommand } from "./commands/effects";
import { renderCommand } from "./commands/render";
import { responseCommand } from "./commands/response";
import { CliProblem, exitCodes } from "./problem";

/** Runs the command line; returns the exit code. Results go to standard output, all else to standard error. */
export async function main(args: readonly string[]): Promise<number> {
  const program = new Command("fichier")
    .description("Fichier's effects without its server: the same computation, the same bytes.")
    .option("--json", "print results as JSON")
    .option("--quiet", "no progress")
    .exitOverride()
    .addHelpText("after", "\nExit codes: 0 done, 1 could not be done, 2 wrong use, 3 unreadable material or card.");
  const print = (value: unknown, text: string) => process.stdout.write(`${program.opts<{ json?: boolean }>().json ? JSON.stringify(value, null, 2) : text}\n`);
  const progress = (line: string) => program.opts<{ quiet?: boolean }>().quiet || process.stderr.write(`  ${line}\n`);
  effectsCommand(program, print);
  renderCommand(program, print, progress);
  responseCommand(program, print);
  const say = (message: string, hint?: string) => process.stderr.write(`fichier: ${message}${hint ? ` ${hint}` : ""}\n`);
  try {
    await program.parseAsync([...args], { from: "user" });
    return exitCodes.done;
  } catch (error) {
    // Commander has printed its own words by now.
    if (error instanceof CommanderError) return error.exitCode === 0 ? exitCodes.done : exitCodes.use;
    if (error instanceof CliProblem) say(error.message, error.hint);
    else if (error instanceof FormatFault) say(`${error.message} (${error.where})`);
    else if (error instanceof UnreadableMedia) say(`The material cannot be read: ${error.message}.`);
    else say(error instanceof Error ? error.message : String(error));
    if (error instanceof CliProblem) return exitCodes.use;
    return error instanceof FormatFault || error instanceof UnreadableMedia || error instanceof MissingEffects ? exitCodes.unreadable : exitCodes.failed;
  }
}
