import { mkdir, readdir, stat } from "node:fs/promises";
import { availableParallelism } from "node:os";
import { basename, extname, join, parse } from "node:path";
import { goesOn, media, type Medium } from "@/core/media";
import type { Command } from "commander";
import { needsEarlier } from "@/core/chain/cut";
import { emptyChain, type Chain } from "@/core/chain/model";
import { renderFile } from "@/media/render-file";
import { probeSound } from "@/media/sound-stream";
import { probeVideo } from "@/media/video/probe";
import {
  filmRateIds,
  formatsOf,
  leastSide,
  mostSide,
  resultFormats,
  type FilmShape,
  type ResultFormat,
} from "@/core/library/renders";
import { formatOfName, sayNote, type MediaNote } from "@/media/results";
import { Beside } from "../beside";
import { chainOption, withFiles } from "../chain-option";
import { CliProblem, numberOption, SomeFailed, type Say } from "../problem";

interface Options {
  card?: string;
  chain?: string;
  strength: string;
  range?: string;
  format?: string;
  outDir?: string;
  files?: string;
  after?: string;
  side?: string;
  rate?: string;
}

/** Seconds, or minutes and seconds: `75.5`, `1:15.5`. */
function seconds(text: string): number {
  const match = /^(?:(\d+):)?(\d+(?:\.\d+)?)$/.exec(text.trim());
  if (!match)
    throw new CliProblem(
      `“${text}” is no time.`,
      "Write seconds or minutes:seconds, such as 75.5 or 1:15.5.",
    );
  return Number(match[1] ?? 0) * 60 + Number(match[2]);
}

async function rangeOf(text: string | undefined, input: string, medium: Medium) {
  if (text === undefined) return undefined;
  if (!media[medium].timed)
    throw new CliProblem(`--range is for what has a length; this card is for ${media[medium].plural}.`);
  const [start, end, more] = text.split("..");
  if (end === undefined || more !== undefined)
    throw new CliProblem("A range is written START..END.", "For example 12.5..20 in seconds.");
  const perSecond =
    medium === "video" ? ratePerSecond(await probeVideo(input)) : (await probeSound(input)).sampleRate;
  const range = {
    start: Math.round(seconds(start) * perSecond),
    end: Math.round(seconds(end) * perSecond),
  };
  if (range.end <= range.start) throw new CliProblem("The range ends before it begins.");
  return medium === "video"
    ? { part: { from: range.start, to: range.end, fadeIn: 0, fadeOut: 0 } }
    : { range };
}
const ratePerSecond = ({ rate: [frames, inSeconds] }: { readonly rate: readonly [number, number] }) =>
  frames / inSeconds;

/** The size and rate that a film is rendered at. */
function shapeOf({ side, rate }: Options, medium: Medium): FilmShape | undefined {
  if (side === undefined && rate === undefined) return undefined;
  if (medium !== "video") throw new CliProblem("--side and --rate are for films.");
  const known = filmRateIds.find((id) => id === rate);
  if (rate !== undefined && !known)
    throw new CliProblem(`“${rate}” is no rate.`, `One of: ${filmRateIds.join(", ")}.`);
  return {
    ...(side !== undefined && {
      side: Math.round(numberOption(side, "The shorter side", leastSide, mostSide)),
    }),
    ...(known && { rate: known }),
  };
}

function formatFor(option: string | undefined, output: string, chain: Chain): ResultFormat {
  if (option !== undefined && !Object.hasOwn(resultFormats, option))
    throw new CliProblem(`“${option}” is no format.`, `One of: ${Object.keys(resultFormats).join(", ")}.`);
  const format = (option as ResultFormat | undefined) ?? formatOfName(output);
  if (!format)
    throw new CliProblem(
      `The format of “${output}” is not known.`,
      "End it in .wav, .flac, .png, .tiff, .jpg, .mp4, .webm or .mkv, or give --format.",
    );
  if (!goesOn(chain.medium, resultFormats[format].medium))
    throw new CliProblem(`This card is for ${chain.medium}; ${resultFormats[format].label} is not.`);
  return format;
}

/** The files that IN stands for: itself, or those of a folder whose names say that they hold the chain's medium. */
async function inputsOf(input: string, chain: Chain): Promise<string[]> {
  const found = await stat(input).catch(() => null);
  if (!found) throw new CliProblem(`There is no file “${input}”.`);
  if (!found.isDirectory()) return [input];
  const fits = media[chain.medium].endings as readonly string[];
  const names = (await readdir(input))
    .filter((name) => fits.includes(extname(name).slice(1).toLowerCase()))
    .sort();
  if (names.length === 0) throw new CliProblem(`In “${input}” there is nothing that this card is for.`);
  return names.map((name) => join(input, name));
}

interface Result {
  readonly input: string;
  readonly output: string;
  /** What is to know of it, in words. */
  readonly notes: readonly string[];
}

/** Renders one file in a process beside this one. Rejects with what it said. */
async function renderedBeside(beside: Beside, args: readonly string[]): Promise<Result> {
  const { status, stdout, stderr } = await beside.run([...args, "--quiet", "--json"]);
  if (status !== 0) throw new Error(stderr.trim().replace(/^fichier: /, ""));
  return (JSON.parse(stdout) as Result[])[0];
}

/** Carries out tasks, as many at once as there are cores, each lot with a process of its own. */
async function onAllCores(tasks: readonly ((beside: Beside) => Promise<void>)[]): Promise<void> {
  let next = 0;
  const worker = async () => {
    const beside = new Beside();
    try {
      while (next < tasks.length) await tasks[next++](beside);
    } finally {
      beside.end();
    }
  };
  await Promise.all(Array.from({ length: Math.min(tasks.length, availableParallelism()) }, worker));
}

export function renderCommand(
  program: Command,
  print: (value: unknown, text: string) => void,
  progress: (line: string) => void,
  say: Say,
): void {
  program
    .command("render")
    .description("put a card or a chain on a file, or on each file of a folder")
    .argument("<in>", "a sound, a picture, or a folder of them")
    .argument("[out]", "the file to write; its ending tells the format")
    .option("--card <file>", "a *.card.json file")
    .option("--chain <json>", "a chain as JSON")
    .option("--strength <percent>", "0 to 100", "100")
    .option("--range <start..end>", "seconds of a sound or film to use")
    .option("--format <name>", `one of ${Object.keys(resultFormats).join(", ")}`)
    .option(
      "--files <place>",
      "a file or folder with what effects depend on: impulse responses, textures, tables",
    )
    .option("--after <file>", "the clip before: a transition comes from its end, or it lies beneath")
    .option("--side <pixels>", "of a film: its shorter side, where it is to be larger or smaller")
    .option("--rate <name>", `of a film: frames a second, one of ${filmRateIds.join(", ")}`)
    .option("--out-dir <folder>", "where results go when <in> is a folder")
    .action(async (input: string, output: string | undefined, options: Options) => {
      const chain = await chainOption(options);
      const strength = numberOption(options.strength, "The strength", 0, 100);
      if ((output === undefined) === (options.outDir === undefined))
        throw new CliProblem("Give either a file to write or --out-dir.");
      const inputs = await inputsOf(input, chain);
      if (output !== undefined && inputs.length > 1) throw new CliProblem("Several files need --out-dir.");
      if (options.outDir) await mkdir(options.outDir, { recursive: true });
      const standard = formatsOf(chain.medium)[0];
      const results: Result[] = [];
      const failed: { readonly input: string; readonly problem: string }[] = [];
      const taken = new Set<string>();
      const tasksWith = (pathOf: (hash: string) => string | null) =>
        inputs.map((from) => {
          const format = formatFor(
            options.format ?? (output === undefined ? standard : undefined),
            output ?? from,
            chain,
          );
          const to =
            output ?? join(options.outDir!, `${parse(from).name}.${resultFormats[format].extension}`);
          if (taken.has(to))
            throw new CliProblem(`Two files would both become “${to}”.`, "Rename one of them.");
          taken.add(to);
          if (inputs.length > 1)
            return async (beside: Beside) => {
              const same = Object.entries({
                card: options.card,
                chain: options.chain,
                range: options.range,
                files: options.files,
                after: options.after,
                side: options.side,
                rate: options.rate,
              }).flatMap(([key, value]) => (value === undefined ? [] : [`--${key}`, value]));
              try {
                const result = await renderedBeside(beside, [
                  "render",
                  from,
                  to,
                  "--strength",
                  options.strength,
                  "--format",
                  format,
                  ...same,
                ]);
                results.push(result);
                result.notes.forEach((note) => say(`${basename(from)}: ${note}`));
              } catch (error) {
                const problem = error instanceof Error ? error.message : String(error);
                failed.push({ input: from, problem });
                say(`${basename(from)}: ${problem}`);
              }
              progress(`${results.length + failed.length} of ${inputs.length}: ${basename(from)}`);
            };
          return async () => {
            if (options.after !== undefined && !needsEarlier(chain))
              throw new CliProblem("--after is for a card that shows the clip before; this one does not.");
            const { medium } = resultFormats[format];
            const used = await rangeOf(options.range, from, medium);
            const shape = shapeOf(options, medium);
            let told = 0;
            const onProgress = (share: number) => {
              if (share - told < 0.1 && share < 1) return;
              told = share;
              progress(`${basename(from)} ${Math.round(share * 100)} %`);
            };
            const notes: string[] = [];
            const onNote = (note: MediaNote) => {
              notes.push(sayNote(note));
              say(sayNote(note));
            };
            await renderFile(
              from,
              to,
              {
                chain,
                strength,
                format,
                pathOf,
                ...used,
                ...(shape && { shape }),
                ...(options.after !== undefined && {
                  earlier: { path: options.after, chain: emptyChain("video"), strength: 100 },
                }),
              },
              { onProgress, onNote },
            );
            results.push({ input: from, output: to, notes });
          };
        });
      await withFiles(options, (pathOf) => onAllCores(tasksWith(pathOf)));
      print([...results, ...failed], results.map((r) => r.output).join("\n"));
      if (failed.length > 0) {
        say(`${failed.length} of ${inputs.length} could not be rendered.`);
        throw new SomeFailed();
      }
    });
}
