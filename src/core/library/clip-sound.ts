import type { Target } from "./entities/target";
import type { FactsOf } from "./mixing";

/** The target of a session that is a clip's own sound: the first that uses all of it; null where it has none there. */
export function soundTargetOf(
  { mediaId }: Pick<Target, "mediaId">,
  targets: readonly Target[],
  factsOf: FactsOf,
): Target | null {
  const facts = mediaId === null ? undefined : factsOf(mediaId);
  const sound = facts?.kind === "video" ? facts.sound : undefined;
  return (sound && targets.find((one) => one.mediaId === sound && !one.part)) || null;
}

/** The clip before one in a session's order, whose end a transition comes from; null before the first. */
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
