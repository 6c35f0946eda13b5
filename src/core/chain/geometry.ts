import { findEffect } from "../effects/registry";
import { standing } from "../time/moment";
import type { Frame } from "../picture/frame";
import { activeSettings } from "./active";
import type { Chain } from "./model";

const moves = (id: string): boolean => {
  const effect = findEffect(id);
  return effect?.medium === "image" && effect.neutral !== undefined;
};

/** The settings of a chain that move pixels alone: what the untouched picture needs to lie beside the result. */
export const geometryOf = (chain: Chain): Chain => ({
  medium: chain.medium,
  settings: chain.settings.filter((s) => moves(s.effect)),
});

/** Names of the settings in use that look at the whole picture or move it, so that no part of it can be rendered by itself. */
export const needsWhole = (chain: Chain, frame: Frame): string[] =>
  activeSettings(chain, "picture", { files: () => undefined }).active.flatMap(({ effect, values, files }) => {
    const work = effect.create(values, frame, { files, moment: standing });
    return work.kind === "geometry" || (work.kind === "area" && !work.near) ? [effect.name] : [];
  });

/** Names of the settings in use that are finer than a preview's pixels. */
export const finerThanPreview = (chain: Chain): string[] =>
  chain.settings.flatMap(({ effect: id, on, mix }) => {
    const effect = findEffect(id);
    return on && mix > 0 && effect && effect.medium !== "audio" && effect.fine
      ? [effect.name.toLowerCase()]
      : [];
  });
