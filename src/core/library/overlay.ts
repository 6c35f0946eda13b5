import type { Target } from "./entities";

/** What of a target is changed here and not confirmed by the server yet. */
export type Edit = Partial<Pick<Target, "chain" | "strength" | "cardId" | "cardVersion">>;
/** Edits by target, laid over what the server knows. */
export type Overlay = ReadonlyMap<string, Edit>;

/** Lays edits over those that are there: field by field the newest counts. */
export function layOver(overlay: Overlay, edits: Overlay): Overlay {
  const next = new Map(overlay);
  for (const [id, edit] of edits) next.set(id, { ...overlay.get(id), ...edit });
  return next;
}

/** Takes away what was sent, as far as it is still the same: what was touched since stays. */
export function settle(overlay: Overlay, sent: Overlay): Overlay {
  const next = new Map(overlay);
  for (const [id, mine] of sent) {
    const left = Object.entries(next.get(id) ?? {}).filter(
      ([key, value]) => mine[key as keyof Edit] !== value,
    );
    if (left.length === 0) next.delete(id);
    else next.set(id, Object.fromEntries(left));
  }
  return next;
}

/** A target as it is shown. */
export const shown = (target: Target, overlay: Overlay): Target =>
  overlay.has(target.id) ? { ...target, ...overlay.get(target.id) } : target;
