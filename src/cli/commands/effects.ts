import type { Command } from "commander";
import type { EffectDefinition } from "@/core/effects/define";
import { effects, findEffect } from "@/core/effects/registry";
import { sayValue } from "@/core/chain/describe";
import { CliProblem } from "../problem";

const line = (effect: EffectDefinition) => `${effect.id.padEnd(24)}${effect.summary}`;

function detail(effect: EffectDefinition): string {
  const parameters = Object.entries(effect.parameters).map(([key, spec]) => {
    const range = spec.kind === "number" ? `${spec.min} … ${spec.max} ${spec.unit}` : spec.kind === "choice" ? spec.options.map((o) => o.value).join(" | ") : `up to ${spec.kind === "rows" ? spec.max : spec.maxPoints}`;
    return `  ${key.padEnd(18)}${range}, default ${sayValue(spec, undefined)}`;
  });
  return [`${effect.name} (${effect.id})`, effect.summary, ...parameters].join("\n");
}

export function effectsCommand(program: Command, print: (value: unknown, text: string) => void): void {
  program
    .command("effects")
    .description("list the effects, or tell one's parameters")
    .argument("[id]", "an effect's id, such as audio.high-pass")
    .action((id?: string) => {
      if (id === undefined) return print(effects, effects.map(line).join("\n"));
      const effect = findEffect(id);
      if (!effect) throw new CliProblem(`There is no effect “${id}”.`, "fichier effects lists them all.");
      print(effect, detail(effect));
    });
}
