import type { Target } from "./entities/target";
import type { TargetKind } from "../media";

export interface RoutingProblem {
  readonly code: "goes-in-circles" | "feeds-nothing" | "sends-elsewhere";
  readonly target: string;
}

/** What a target may feed: sound flows downwards, from clips through tracks and buses to the output. */
const mayFeed: Partial<Record<TargetKind, readonly TargetKind[]>> = {
  clip: ["track", "bus", "output"],
  track: ["bus", "output"],
  bus: ["bus", "output"],
  return: ["bus", "output"],
};

/** Whether a target of a kind may feed a group that is added: returns by a send, buses by going there. */
export const mayFeedGroup = (kind: TargetKind, group: TargetKind): boolean =>
  group === "return"
    ? kind !== "return" && mayFeed[kind] !== undefined
    : group === "bus" && (mayFeed[kind]?.includes("bus") ?? false);

/** The targets of a session that another one may feed. */
export const possibleFeeds = (targets: readonly Target[], target: Target): Target[] =>
  targets.filter(
    (t) =>
      mayFeed[target.kind]?.includes(t.kind) &&
      routingProblem(targets.map((each) => (each.id === target.id ? { ...each, feedsId: t.id } : each))) ===
        null,
  );

/** True where a target's sound reaches the target itself, by feeding or by sends. */
function comesBack(target: Target, byId: ReadonlyMap<string, Target>): boolean {
  const seen = new Set<string>();
  const open = [target];
  for (let at = open.pop(); at; at = open.pop())
    for (const id of [at.feedsId, ...at.sends.map(({ to }) => to)]) {
      if (id === target.id) return true;
      const next = id === null || seen.has(id) ? undefined : byId.get(id);
      if (!next) continue;
      seen.add(next.id);
      open.push(next);
    }
  return false;
}

/** The first thing wrong with how the targets of a session feed each other, or null. */
export function routingProblem(targets: readonly Target[]): RoutingProblem | null {
  const byId = new Map(targets.map((t) => [t.id, t]));
  for (const target of targets) {
    const { name, kind, feedsId, sends } = target;
    if (feedsId !== null) {
      const fed = byId.get(feedsId);
      if (!fed || !mayFeed[kind]?.includes(fed.kind)) return { code: "feeds-nothing", target: name };
    }
    if (sends.some(({ to }) => byId.get(to)?.kind !== "return") || (sends.length > 0 && kind === "return"))
      return { code: "sends-elsewhere", target: name };
    if (comesBack(target, byId)) return { code: "goes-in-circles", target: name };
  }
  return null;
}

export function sayRoutingProblem({ code, target }: RoutingProblem): string {
  switch (code) {
    case "goes-in-circles":
      return `The sound of “${target}” would come back to itself.`;
    case "feeds-nothing":
      return `“${target}” cannot go there: clips go to tracks, buses or the output, tracks to buses or the output, buses and returns to a bus or the output.`;
    case "sends-elsewhere":
      return `“${target}” can only be sent to returns of its session, and a return is not sent on.`;
  }
}
