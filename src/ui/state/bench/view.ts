import type { CardHead, Session, Target } from "@/core/library/entities";
import { byPosition } from "@/core/library/order";
import { shown, type Overlay } from "@/core/library/overlay";
import { followOrder, type SelectionState } from "@/core/library/selection";
import { exceptionsOf } from "@/core/library/series";
import { mediumIds, type Medium } from "@/core/media";
import { materialOf } from "../../data/material";
import type { SessionData } from "../../data/session-store";
import { remembered, rememberedList } from "../remembered";
import type { Conflict } from "./edits";
import type { InPlaceState } from "./in-place";
import { onTimeline, rangeOn, type Marked } from "./marked";
import type { BenchOwn, BenchView } from "./model";

/** The sources of a view of the bench. */
export interface Shown {
  readonly session: SessionData;
  /** Its row in the library: the name may have changed since its material was fetched. */
  readonly row: Session | undefined;
  readonly cards: ReadonlyMap<string, CardHead>;
  readonly overlay: Overlay;
  readonly conflict: Conflict | null;
  readonly inPlace: InPlaceState | null;
}

/** A function that says how a bench is shown, and computes of it what has changed. */
export function benchView(): (shown: Shown, own: BenchOwn) => BenchView {
  const targetsOf = remembered((stored: ReadonlyMap<string, Target>, overlay: Overlay) =>
    [...stored.values()].map((target) => shown(target, overlay)).sort(byPosition),
  );
  const mediaOf = remembered((targets: readonly Target[]) =>
    mediumIds.filter((medium) => targets.some(({ chain }) => chain.medium === medium)),
  );
  const listedOf = remembered((targets: readonly Target[], medium: Medium | null) =>
    medium ? targets.filter(({ chain }) => chain.medium === medium) : targets,
  );
  const orderOf = remembered((listed: readonly Target[]) => listed.map(({ id }) => id));
  const following = remembered(followOrder);
  const exceptions = rememberedList(exceptionsOf);
  const selectedOf = remembered((targets: readonly Target[], ids: SelectionState["ids"]) =>
    targets.filter(({ id }) => ids.has(id)),
  );
  const rangeOf = remembered((session: SessionData["media"], lead: Target | null, marked: Marked) => {
    const facts = lead ? materialOf(session, lead)?.facts : undefined;
    return lead && facts?.kind === "audio" ? onTimeline(lead, facts, rangeOn(lead, facts, marked)) : null;
  });
  const named = remembered((session: SessionData, row: Session | undefined) =>
    row ? { ...session, session: row } : session,
  );
  return ({ session, row, cards, overlay, conflict, inPlace }, { wanted, selection: before, ...own }) => {
    const targets = targetsOf(session.replica.target, overlay);
    const media = mediaOf(targets);
    const narrowed = wanted && media.length > 1 && media.includes(wanted) ? wanted : null;
    const listed = listedOf(targets, narrowed);
    const selection = following(before, orderOf(listed));
    const lead = targets.find(({ id }) => id === selection.lead) ?? null;
    return {
      ...own,
      session: named(session, row),
      targets,
      media,
      narrowed,
      listed,
      exceptions: exceptions(targets, cards),
      selection,
      selected: selectedOf(targets, selection.ids),
      lead,
      range: rangeOf(session.media, lead, own.marked),
      conflict,
      inPlace,
    };
  };
}
