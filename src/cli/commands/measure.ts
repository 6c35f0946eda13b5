import { readFile } from "node:fs/promises";
import type { Command } from "commander";
import { align } from "@/core/measure/alignment";
import { LoudnessMeter } from "@/core/signal/loudness-meter";
import { differenceStatistics } from "@/core/measure/picture-statistics";
import { decodeAudio } from "@/media/decode-audio";
import { decodeImage } from "@/media/decode-image";
import { probeSound, soundBlocks } from "@/media/sound-stream";
import { sayNote } from "@/media/results";
import { CliProblem, type Say } from "../problem";

type Print = (value: unknown, text: string) => void;

/** Silence has no level: null in JSON, since JSON has no infinity. */
const level = (value: number) => (Number.isFinite(value) ? Math.round(value * 1000) / 1000 : null);
const say = (value: number | null, unit: string) =>
  value === null ? "silence" : `${value.toFixed(2)} ${unit}`;

/** All channels as one. */
async function mono(path: string): Promise<{ samples: Float32Array; sampleRate: number }> {
  const { planes, sampleRate } = await decodeAudio(await readFile(path));
  return {
    samples: planes[0].map((_, i) => planes.reduce((sum, p) => sum + p[i], 0) / planes.length),
    sampleRate,
  };
}

export function measureCommand(program: Command, print: Print, tell: Say): void {
  const measure = program
    .command("measure")
    .description("loudness of a sound, alignment of two takes, difference of two pictures");
  measure
    .command("loudness")
    .description("ITU-R BS.1770-5, EBU Tech 3341 and 3342; levels in LUFS, LU, dBTP and dBFS")
    .argument("<file>", "a sound of any length")
    .action(async (file: string) => {
      const facts = await probeSound(file);
      const meter = new LoudnessMeter(facts.channels, facts.sampleRate, true, facts.mask);
      let repaired = 0;
      for await (const block of soundBlocks(file, facts, { onRepaired: (samples) => (repaired = samples) }))
        meter.hear(block, block[0].length);
      if (repaired > 0) tell(sayNote({ code: "repaired", samples: repaired }));
      const reading = Object.fromEntries(
        Object.entries(meter.read()).map(([key, value]) => [key, level(value)]),
      ) as Record<string, number | null>;
      const lines: [string, string, string][] = [
        ["integrated", "integrated", "LUFS"],
        ["maxMomentary", "loudest 400 ms", "LUFS"],
        ["maxShortTerm", "loudest 3 s", "LUFS"],
        ["range", "range", "LU"],
        ["truePeak", "true peak", "dBTP"],
        ["samplePeak", "sample peak", "dBFS"],
      ];
      print(
        { ...reading, ...(repaired > 0 && { repaired }) },
        lines.map(([key, label, unit]) => `${label.padEnd(16)}${say(reading[key], unit)}`).join("\n"),
      );
    });
  measure
    .command("align")
    .description("by how much two takes of one sound are apart")
    .argument("<a>", "a sound")
    .argument("<b>", "another of the same sample rate")
    .action(async (a: string, b: string) => {
      const [one, other] = [await mono(a), await mono(b)];
      if (one.sampleRate !== other.sampleRate)
        throw new CliProblem(
          `The sounds have different sample rates, ${one.sampleRate} and ${other.sampleRate} Hz.`,
          "Convert one of them first.",
        );
      const { offsetSamples, correlation, sumGainDb } = align(one.samples, other.samples);
      const result = {
        offsetSamples,
        correlation: Number(correlation.toFixed(6)),
        sumGainDb: Number(sumGainDb.toFixed(3)),
      };
      print(
        result,
        `${b} lies ${offsetSamples} samples (${((1000 * offsetSamples) / one.sampleRate).toFixed(3)} ms) behind ${a}\ncorrelation ${result.correlation}\nsum ${result.sumGainDb} dB`,
      );
    });
  measure
    .command("difference")
    .description("CIEDE2000 between two pictures of one size")
    .argument("<a>", "a picture")
    .argument("<b>", "another")
    .action(async (a: string, b: string) => {
      const [one, other] = [await decodeImage(await readFile(a)), await decodeImage(await readFile(b))];
      if (one.width !== other.width || one.height !== other.height)
        throw new CliProblem(
          `The pictures differ in size: ${one.width}×${one.height} and ${other.width}×${other.height}.`,
        );
      const { mean, p95, max } = differenceStatistics(one.codes, other.codes, 65535);
      const round = (v: number) => Number(v.toFixed(4));
      print(
        { deltaE2000: { mean: round(mean), p95: round(p95), max: round(max) } },
        `mean ${mean.toFixed(3)}, 95 % below ${p95.toFixed(3)}, largest ${max.toFixed(3)}`,
      );
    });
}
