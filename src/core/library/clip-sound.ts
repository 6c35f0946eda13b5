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
