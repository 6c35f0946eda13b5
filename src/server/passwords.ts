import { ZxcvbnFactory } from "@zxcvbn-ts/core";
import { adjacencyGraphs, dictionary as common } from "@zxcvbn-ts/language-common";
import { dictionary as english, translations } from "@zxcvbn-ts/language-en";
import { Refusal } from "./refusal";

let estimator: ZxcvbnFactory | null = null;

/** Of five degrees, from 0: more than 10⁸ guesses. Source: D. Wheeler, "zxcvbn: Low-Budget Password Strength Estimation", USENIX Security 2016. */
const strongEnough = 3;

/** Passwords that are printed where anybody reads them: the demo's, of the README. */
const printed = ["tidal-year-demo", "tidalyeardemo"];

/** Refuses a password that is common, or easily guessed from who its owner is. */
export function requireStrong(password: string, owner: readonly string[], field: string): void {
  estimator ??= new ZxcvbnFactory({
    dictionary: { ...common, ...english },
    graphs: adjacencyGraphs,
    translations,
  });
  const known = owner
    .flatMap((text) => text.toLowerCase().split(/[^\p{L}\p{N}]+/u))
    .filter((word) => word.length > 2);
  const { score, feedback } = estimator.check(password, [...known, "fichier", ...printed]);
  if (score >= strongEnough) return;
  throw new Refusal(400, "weak-password", "This password is soon guessed.", {
    field,
    hint:
      feedback.warning ??
      feedback.suggestions[0] ??
      "Use several words that have nothing to do with each other.",
  });
}
