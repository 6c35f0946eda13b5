import type { MixNode } from "../chain/mix";
import type { Target } from "./entities/target";
import { partOf } from "../media/part";
import type { MediaFacts } from "./media";

type SoundFacts = Extract<MediaFacts, { kind: "audio" }>;

/** What is known of a file. */
export type FactsOf = (mediaId: string) => MediaFacts | undefined;

/** What of a sound a target uses, or null where it has none of its own. */
export const soundOf = (target: Target, factsOf: FactsOf): SoundFacts | null => {
  const facts = target.mediaId === null ? undefined : factsOf(target.mediaId);
  return facts?.kind === "audio" ? partOf(facts, target.part) : null;
};

/**
 * The sounds of a session, and their groups, as nodes of a mix. What is routed nowhere goes to the session's output, where it has
 * one, and else straight out.
 */
export function mixNodes(targets: readonly Target[], factsOf: FactsOf): MixNode[] {
  const output = targets.find((t) => t.kind === "output")?.id ?? null;
  return targets
    .filter(({ chain }) => chain.medium === "audio")
    .map((target) => {
      const { id, chain, strength, feedsId, sends, muted, soloed, at } = target;
      const facts = soundOf(target, factsOf);
      return {
        id,
        chain,
        strength,
        sends,
        muted,
        soloed,
        feeds: feedsId ?? (id === output ? null : output),
        material: facts && {
          at,
          sampleRate: facts.sampleRate,
          channels: facts.channels,
          mask: facts.mask,
          frames: facts.frames,
          ...(facts.part && { part: facts.part, whole: facts.whole }),
        },
      };
    });
}

/**
 * The rate at which a session is mixed: that of most of its sounds, the higher one where two are as many. Pieces of one
 * file count once: cutting it changes nothing.
 */
export function mixRate(targets: readonly Target[], factsOf: FactsOf): number {
  const counts = new Map<number, number>();
  for (const id of new Set(targets.flatMap(({ mediaId }) => mediaId ?? []))) {
    const facts = factsOf(id);
    const rate = facts?.kind === "audio" ? facts.sampleRate : undefined;
    if (rate !== undefined) counts.set(rate, (counts.get(rate) ?? 0) + 1);
  }
  return [...counts].sort(([a, n], [b, m]) => m - n || b - a)[0]?.[0] ?? 48_000;
}

/** The targets whose sound reaches a group, directly or through others: its feeders, and for a return who sends to it. */
export const feedersOf = (targets: readonly Target[], group: Target): Target[] => {
  const output = targets.find((t) => t.kind === "output")?.id ?? null;
  return targets.filter(
    (t) =>
      t.id !== group.id && ((t.feedsId ?? output) === group.id || t.sends.some(({ to }) => to === group.id)),
  );
};
