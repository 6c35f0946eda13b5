import { decodeCodes, sourceTable, whiteCode, type CodedPicture } from "../picture/coded";
import type { EarlierPicture } from "../picture/earlier";
import { decodeSrgb } from "../colour/srgb";
import { findEffect } from "../effects/registry";
import type { Moment } from "../time/moment";
import type { Chain } from "./model";
import { normaliseChain } from "./values";

/** Whether a chain has a transition from the clip before. */
export const hasCut = ({ settings }: Chain): boolean =>
  settings.some(({ effect: id, on, mix }) => {
    const effect = findEffect(id);
    return on && mix > 0 && effect?.medium === "video" && effect.beforeEnd !== undefined;
  });

/** How long before its end the frame of the clip before is that a chain asks for at a moment, in seconds; null for none. */
export function beforeEndOf(chain: Chain, moment: Moment): number | null {
  if (!hasCut(chain)) return null;
  let most: number | null = null;
  for (const { effect: id, values, on, mix } of normaliseChain(chain).chain.settings) {
    const effect = findEffect(id);
    if (!on || mix === 0 || effect?.medium !== "video") continue;
    // Checked against the effect's own parameters just above.
    const left = effect.beforeEnd?.(values as never, moment) ?? null;
    if (left !== null) most = Math.max(most ?? 0, left);
  }
  return most;
}

/** The frame of a clip that is shown so many seconds before its end. */
export const frameBeforeEnd = (
  left: number,
  frames: number,
  [perSecond, seconds]: readonly [number, number],
): number => Math.min(frames - 1, Math.max(0, Math.floor(frames - (left * perSecond) / seconds + 1e-6)));

/** A rendered picture as planes of linear light. */
export function earlierOf(picture: CodedPicture): EarlierPicture {
  const { width, height } = picture;
  const planes = [0, 1, 2].map(() => new Float32Array(width * height));
  const table = sourceTable(decodeSrgb, whiteCode(picture) as 255 | 65535);
  decodeCodes(picture, 0, width * height, [table, table, table], planes);
  return { width, height, planes };
}
