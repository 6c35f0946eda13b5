import type { Command } from "commander";
import type { EffectDefinition } from "@/core/effects/define";
import type { Parameter } from "@/core/effects/parameter";
import { effects, findEffect } from "@/core/effects/registry";
import { sayValue } from "@/core/chain/describe";
import { CliProblem } from "../problem";

const line = (effect: EffectDefinition) => `${effect.id.padEnd(24)}${effect.summary}`;

function range(spec: Parameter): string {
  switch (spec.kind) {
    case "number":
      return `${spec.min} … ${spec.max} ${spec.unit}`;
    case "choice":
      return spec.options.map((o) => o.value).join(" | ");
    case "rows":
      return `up to ${spec.max}`;
    case "curve":
      return `up to ${spec.maxPoints}`;
    case "file":
      return `SHA-256 of a file (${spec.holds})`;
    case "text":
      return `text, up to ${spec.longest} characters`;
  }
}

function detail(effect: EffectDefinition): string {
  const parameters = Object.entries(effect.parameters).map(([key, spec]) => {
    return `  ${key.padEnd(18)}${range(spec)}, default ${sayValue(spec, undefined)}`;
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
