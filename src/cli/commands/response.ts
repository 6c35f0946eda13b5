import type { Command } from "commander";
import { chainResponse } from "@/core/measure/response";
import { chainOption } from "../chain-option";
import { CliProblem, numberOption, type Say } from "../problem";

export function responseCommand(
  program: Command,
  print: (value: unknown, text: string) => void,
  say: Say,
): void {
  program
    .command("response")
    .description("magnitude and phase of a sound chain's filters and gains")
    .option("--card <file>", "a *.card.json file")
    .option("--chain <json>", "a chain as JSON")
    .requiredOption("--frequencies <list>", "hertz, separated by commas")
    .option("--rate <hertz>", "sample rate", "48000")
    .action(
      async ({
        card,
        chain,
        frequencies,
        rate,
      }: {
        card?: string;
        chain?: string;
        frequencies: string;
        rate: string;
      }) => {
        const sampleRate = numberOption(rate, "A sample rate in hertz", 1000, 768_000);
        const list = frequencies
          .split(",")
          .map((text) =>
            numberOption(
              text,
              "A frequency in hertz, below half the sample rate,",
              0.001,
              sampleRate / 2 - 0.001,
            ),
          );
        const wanted = await chainOption({ card, chain });
        if (wanted.medium !== "audio")
          throw new CliProblem(`This chain is for ${wanted.medium}; only those for sound have a response.`);
        const { response, without, counted } = chainResponse(wanted, 100, list, sampleRate);
        const names = without.join(", ");
        if (counted === 0 && without.length > 0)
          throw new CliProblem(
            `Nothing in this chain has a linear response: ${names}.`,
            "Filters, equalisers and gains have one.",
          );
        if (without.length > 0)
          say(`Left out, since it has no linear response or is not known here: ${names}.`);
        const rows = response.map(({ re, im }, i) => ({
          frequency: list[i],
          magnitudeDb: 20 * Math.log10(Math.hypot(re, im)),
          phaseDegrees: (Math.atan2(im, re) * 180) / Math.PI,
          without,
        }));
        print(
          rows,
          rows
            .map(
              (r) =>
                `${String(r.frequency).padStart(8)} Hz  ${r.magnitudeDb.toFixed(3).padStart(9)} dB  ${r.phaseDegrees.toFixed(2).padStart(8)}°`,
            )
            .join("\n"),
        );
      },
    );
}
