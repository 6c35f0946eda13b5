import type { Target } from "./entities/target";
import type { Part } from "../media/part";
import type { FactsOf } from "./mixing";

/** A stretch in seconds of its file. */
const stretchOf = (part: Part | null, frames: number, perSecond: number) =>
  [(part?.from ?? 0) / perSecond, (part?.to ?? frames) / perSecond] as const;

/**
 * The target of a session that is a clip's own sound: the first that uses as much of it as the clip does of its pictures,
 * to half a frame; null where it has none there.
 */
export function soundTargetOf(
  { mediaId, part }: Pick<Target, "mediaId" | "part">,
  targets: readonly Target[],
  factsOf: FactsOf,
): Target | null {
  const facts = mediaId === null ? undefined : factsOf(mediaId);
  if (facts?.kind !== "video" || facts.sound === undefined) return null;
  const rate = facts.rate[0] / facts.rate[1];
  const [from, to] = stretchOf(part, facts.frames, rate);
  return (
    targets.find((one) => {
      if (one.mediaId !== facts.sound) return false;
      if (!part || !one.part) return !part && !one.part;
      const sound = factsOf(one.mediaId);
      if (sound?.kind !== "audio") return false;
      const [begins, ends] = stretchOf(one.part, sound.frames, sound.sampleRate);
      return Math.max(Math.abs(begins - from), Math.abs(ends - to)) <= 0.5 / rate;
    }) ?? null
  );
}

/** The clip before one in a session's order, of which a transition or what lies beneath shows something; null before the first. */
export function earlierClipOf(
  { id }: Pick<Target, "id">,
  targets: readonly Target[],
): (Target & { readonly mediaId: string }) | null {
  const at = targets.findIndex((one) => one.id === id);
  const before = targets
    .slice(0, Math.max(0, at))
    .filter(({ mediaId, chain }) => mediaId !== null && chain.medium === "video");
  return (before.at(-1) as (Target & { readonly mediaId: string }) | undefined) ?? null;
}
