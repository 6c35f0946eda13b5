import type { Medium } from "../media";
import { isRecord, longestChain, type Chain, type EffectSetting, type Json } from "./model";
import { parseChain } from "./parse";

/** A setting that was gathered, and the name of the card or effect that it came from. */
export interface DraftPart {
  readonly setting: EffectSetting;
  readonly of: string;
  /** The card's id, where it was one. */
  readonly cardId?: string;
}

/** A chain that is being put together from cards and effects before it is applied or kept. */
export interface Draft {
  readonly medium: Medium;
  readonly parts: readonly DraftPart[];
}

export const emptyDraft = (medium: Medium): Draft => ({ medium, parts: [] });

export const draftChain = ({ medium, parts }: Draft): Chain => ({
  medium,
  settings: parts.map(({ setting }) => setting),
});

/** With the settings of a chain behind those that are there. Null where it would be longer than a chain can be. */
export function gathered(draft: Draft, of: string, { settings }: Chain, cardId?: string): Draft | null {
  const from = cardId === undefined ? { of } : { of, cardId };
  const parts = [...draft.parts, ...settings.map((setting) => ({ setting, ...from }))];
  return parts.length > longestChain ? null : { ...draft, parts };
}

/** One of its parts changes places with the one before or behind it; at an end nothing does. */
export function shifted(draft: Draft, at: number, by: 1 | -1): Draft {
  const [parts, to] = [[...draft.parts], at + by];
  if (to < 0 || to >= parts.length) return draft;
  [parts[at], parts[to]] = [parts[to], parts[at]];
  return { ...draft, parts };
}

export const without = (draft: Draft, at: number): Draft => ({
  ...draft,
  parts: draft.parts.filter((_, i) => i !== at),
});

export const switched = (draft: Draft, at: number): Draft => ({
  ...draft,
  parts: draft.parts.map((part, i) =>
    i === at ? { ...part, setting: { ...part.setting, on: !part.setting.on } } : part,
  ),
});

/** One of its parts twice, the second behind the first. A draft that is as long as a chain can be stays so. */
export const doubled = (draft: Draft, at: number): Draft =>
  draft.parts.length >= longestChain
    ? draft
    : { ...draft, parts: draft.parts.flatMap((part, i) => (i === at ? [part, part] : [part])) };

/**
 * Its settings as chains of their own, each with a name: that of the card or effect, with that of the effect where a card
 * gave several. `nameOf` gives an effect's name. What is switched off does nothing by itself and is left out.
 */
export const apart = (
  { medium, parts }: Draft,
  nameOf: (effect: string) => string,
): { readonly name: string; readonly chain: Chain }[] =>
  parts
    .filter(({ setting }) => setting.on)
    .map(({ setting, of }) => ({
      name: parts.some((other) => other.of === of && other.setting !== setting)
        ? `${of}: ${nameOf(setting.effect)}`
        : of,
      chain: { medium, settings: [setting] },
    }));

/** Its settings as the chains that they came in: those of one card or effect that still follow each other. */
export function byOrigin({ medium, parts }: Draft): {
  readonly name: string;
  readonly cardId: string | undefined;
  readonly chain: Chain;
}[] {
  const runs: DraftPart[][] = [];
  for (const part of parts) {
    const last = runs.at(-1);
    if (last && last[0].of === part.of && last[0].cardId === part.cardId) last.push(part);
    else runs.push([part]);
  }
  return runs.map((run) => ({
    name: run[0].of,
    cardId: run[0].cardId,
    chain: { medium, settings: run.map(({ setting }) => setting) },
  }));
}

/** As a text that `readDraft` takes in. */
export const writeDraft = (draft: Draft): string =>
  JSON.stringify({
    ...draftChain(draft),
    of: draft.parts.map(({ of }) => of),
    cardIds: draft.parts.map(({ cardId = null }) => cardId),
  });

/** Reads a draft that was written; null where the text is none. Settings whose effect is unknown here stay as they are. */
export function readDraft(text: string): Draft | null {
  try {
    const value = JSON.parse(text) as Json;
    const { medium, settings } = parseChain(value);
    const listed = (field: string) => {
      const list: Json | undefined = isRecord(value) ? value[field] : undefined;
      return Array.isArray(list) ? (list as readonly Json[]) : [];
    };
    const [names, cardIds] = [listed("of"), listed("cardIds")];
    return {
      medium,
      parts: settings.map((setting, i) => {
        const [of, cardId] = [names[i], cardIds[i]];
        return {
          setting,
          of: typeof of === "string" ? of : setting.effect,
          ...(typeof cardId === "string" && { cardId }),
        };
      }),
    };
  } catch {
    return null;
  }
}
