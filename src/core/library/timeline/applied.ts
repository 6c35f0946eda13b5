import { FormatFault } from "../../chain/fault";
import { isRecord, type Chain, type Json } from "../../chain/model";
import { chainOn } from "../../chain/medium";
import { parseChain } from "../../chain/parse";
import { normaliseChain } from "../../chain/values";
import type { JsonRecord } from "../../formats/timeline/model";
import { goesOn, type Medium } from "../../media";

/** What is on a target, as it travels in a timeline: an effect whose metadata hold all of it. */
export interface Applied {
  readonly chain: Chain;
  /** Percent. */
  readonly strength: number;
  readonly card: { readonly id: string; readonly version: number } | null;
}

const ownOf = (effect: Json): JsonRecord | null => {
  const metadata = isRecord(effect) ? effect.metadata : undefined;
  const own = isRecord(metadata) ? metadata.fichier : undefined;
  return isRecord(own) && own.chain !== undefined ? own : null;
};

const list = (effects: Json | undefined): readonly Json[] => (Array.isArray(effects) ? effects : []);

/** Reads one effect; null where it holds no chain that could be put on a target of the medium. */
function read(effect: Json, medium: Medium): Applied | null {
  const own = ownOf(effect);
  if (!own) return null;
  try {
    const { chain, problems } = normaliseChain(parseChain(own.chain));
    if (problems.length > 0 || !goesOn(chain.medium, medium)) return null;
    const { strength = 100, card } = own;
    return {
      chain: chainOn(chain, medium),
      strength:
        typeof strength === "number" ? Math.round(Math.min(100, Math.max(0, strength)) * 1000) / 1000 : 100,
      card:
        isRecord(card) && typeof card.id === "string" && typeof card.version === "number"
          ? { id: card.id, version: card.version }
          : null,
    };
  } catch (error) {
    // Whoever wrote it, it is no chain of ours.
    if (error instanceof FormatFault) return null;
    throw error;
  }
}

/** What is on something, out of its effects; null where none of them was written here, or can be read. */
export const readApplied = (effects: Json | undefined, medium: Medium): Applied | null =>
  list(effects)
    .map((effect) => read(effect, medium))
    .find((applied) => applied !== null) ?? null;

/** The cards that timelines' effects name. */
export const cardsIn = (effects: Json | undefined): string[] =>
  list(effects).flatMap((effect) => {
    const card = ownOf(effect)?.card;
    return isRecord(card) && typeof card.id === "string" ? card.id : [];
  });

/** `name`: of the card, as everybody may read it. */
export const appliedJson = ({ chain, strength, card }: Applied, name: string): JsonRecord => ({
  OTIO_SCHEMA: "Effect.1",
  name,
  effect_name: "fichier-chain",
  metadata: { fichier: { chain: chain as unknown as Json, strength, card: card && { ...card } } },
});

/** Effects with that of a target in place of what it had, behind all others where it had none. */
export function withApplied(effects: Json | undefined, medium: Medium, applied: JsonRecord | null): Json[] {
  const all = list(effects);
  const at = all.findIndex((effect) => read(effect, medium) !== null);
  const mine = applied ? [applied] : [];
  return at < 0 ? [...all, ...mine] : [...all.slice(0, at), ...mine, ...all.slice(at + 1)];
}
