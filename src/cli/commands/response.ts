import type { Command } from "commander";
import { chainResponse } from "@/core/measure/response";
import { chainOption } from "../chain-option";
import { CliProblem } from "../problem";

export function responseCommand(program: Command, print: (value: unknown, text: string) => void): void {
  program
    .command("response")
    .description("magnitude and phase of a sound chain's filters and gains")
    .option("--card <file>", "a *.card.json file")
    .option("--chain <json>", "a chain as JSON")
    .requiredOption("--frequencies <list>", "hertz, separated by commas")
    .option("--rate <hertz>", "sample rate", "48000")
    .action(async ({ card, chain, frequencies, rate }: { card?: string; chain?: string; frequencies: string; rate: string }) => {
      const sampleRate = Number(rate);
      const list = frequencies.split(",").map(Number);
      if (!(sampleRate > 0) || list.some((f) => !(f > 0 && f < sampleRate / 2))) throw new CliProblem("Frequencies are numbers above 0 and below half the sample rate.");
      const { response } = chainResponse(await chainOption({ card, chain }), 100, list, sampleRate);
      const rows = response.map(({ re, im }, i) => ({
        frequency: list[i],
        magnitudeDb: 20 * Math.log10(Math.hypot(re, im)),
        phaseDegrees: (Math.atan2(im, re) * 180) / Math.PI,
      }));
      print(rows, rows.map((r) => `${String(r.frequency).padStart(8)} Hz  ${r.magnitudeDb.toFixed(3).padStart(9)} dB  ${r.phaseDegrees.toFixed(2).padStart(8)}°`).join("\n"));
    });
}
