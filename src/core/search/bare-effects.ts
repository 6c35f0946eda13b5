import type { EffectSetting } from "../chain/model";
import type { EffectDefinition } from "../effects/define";
import { defaultValues } from "../chain/values";
import { effectsFor } from "../effects/registry";
import type { Medium } from "../media";
import { queryWords, tokens } from "./tokens";

/** The effects of a medium of whose name, category or short form each word of a query begins a word; all of them for none. */
export function effectsBegun(query: string, medium: Medium): readonly EffectDefinition[] {
  const words = queryWords(query);
  return effectsFor(medium).filter(({ name, category, short }) => {
    const own = tokens(`${name} ${category} ${short}`);
    return words.every((word) => own.some(({ text }) => text.startsWith(word)));
  });
}

/** An effect as it is when it is newly added. */
export const bareSetting = ({ id, parameters, defaultMix }: EffectDefinition): EffectSetting => ({
  effect: id,
  values: defaultValues(parameters),
  on: true,
  mix: defaultMix,
});
