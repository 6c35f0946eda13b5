import { decodeCodes, sourceTable, whiteCode, type CodedPicture } from "../picture/coded";
import type { EarlierPicture, EarlierTime } from "../picture/earlier";
import { decodeSrgb } from "../colour/srgb";
import { findEffect } from "../effects/registry";
import type { Moment } from "../time/moment";
import type { Chain } from "./model";
import { normaliseChain } from "./values";

/** Whether a chain needs the clip before: for a transition, or beneath. */
export const needsEarlier = ({ settings }: Chain): boolean =>
  settings.some(({ effect: id, on, mix }) => {
    const effect = findEffect(id);
    return on && mix > 0 && effect?.medium === "video" && effect.earlierAt !== undefined;
  });

/**
 * When the frame of the clip before is that a chain asks for at a moment; null for none. There is one for all of its
 * settings: a transition's, while it lasts, before that of what lies beneath.
 */
export function earlierTimeOf(chain: Chain, moment: Moment): EarlierTime | null {
  if (!needsEarlier(chain)) return null;
  let beneath: EarlierTime | null = null;
  let left = 0;
  for (const { effect: id, values, on, mix } of normaliseChain(chain).chain.settings) {
    const effect = findEffect(id);
    if (!on || mix === 0 || effect?.medium !== "video") continue;
    // Checked against the effect's own parameters just above.
    const time = effect.earlierAt?.(values as never, moment);
    if (time && effect.category === "transitions" && "beforeEnd" in time)
      left = Math.max(left, time.beforeEnd);
    else beneath ??= time ?? null;
  }
  return left > 0 ? { beforeEnd: left } : beneath;
}

/** The frame of a clip of so many frames that is shown then; its first one before its start, its last one after its end. */
export function earlierFrameAt(
  time: EarlierTime,
  frames: number,
  [perSecond, seconds]: readonly [number, number],
): number {
  const place = (after: number) => (after * perSecond) / seconds;
  const at = "fromStart" in time ? place(time.fromStart) : frames - place(time.beforeEnd);
  return Math.min(frames - 1, Math.max(0, Math.floor(at + 1e-6)));
}

/** A rendered picture as planes of linear light. */
export function earlierOf(picture: CodedPicture): EarlierPicture {
  const { width, height } = picture;
  const planes = [0, 1, 2].map(() => new Float32Array(width * height));
  const table = sourceTable(decodeSrgb, whiteCode(picture) as 255 | 65535);
  decodeCodes(picture, 0, width * height, [table, table, table], planes);
  return { width, height, planes };
}
