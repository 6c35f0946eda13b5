import type { BenchHere } from "./here";

type Moving = Pick<BenchHere, "targets" | "selected">;
const edgeOf = ({ targets, selected }: Moving, by: 1 | -1) =>
  targets.findIndex((t) => t.id === selected.at(by === -1 ? 0 : -1)?.id);

/** What the selected targets would move past; undefined where they are at the end. */
export function neighbour(here: Moving, by: 1 | -1) {
  const edge = edgeOf(here, by);
  return edge === -1 ? undefined : here.targets[edge + by];
}

/** Moves what is selected past its neighbour. */
export function moveSelected({ act, session, ...here }: BenchHere, by: 1 | -1) {
  const before = here.targets[edgeOf(here, by) + (by === -1 ? -1 : 2)];
  return act("move-targets", {
    sessionId: session.id,
    targetIds: here.selected.map((t) => t.id),
    before: before?.id ?? null,
  });
}
