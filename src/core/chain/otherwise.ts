import type { EffectId } from "../effects/registry";
import type { Chain, EffectSetting } from "./model";

/** A change of what effects make of the same settings, from one release to the next. */
interface Otherwise {
  readonly effects: readonly EffectId[] | ((setting: EffectSetting) => boolean);
  /** The difference, and its size by the recorded figures. */
  readonly said: string;
}

/**
 * Changes of effects' results between releases, oldest first. New entries are appended, so that a proof's number tells
 * which of them it knew. A change that records figures anew (docs/decisions/0030) adds an entry.
 */
const otherwise: readonly Otherwise[] = [
  {
    effects: [
      "image.highlights-shadows",
      "image.saturation",
      "image.vibrance",
      "image.hue-ranges",
      "image.toner",
      "image.split-tone",
      "image.colour-wash",
      "image.sharpen",
      "image.local-contrast",
      "image.noise-reduction",
      "video.hue-drift",
      "audio.limiter",
      "audio.loudness-target",
    ],
    said: "rounds otherwise, by less than a code of 16 bits",
  },
  { effects: ["video.fade"], said: "is gone on the last frame, by up to one frame's share more than before" },
  { effects: ["video.slow-zoom"], said: "reaches its end on the last frame, one frame earlier than before" },
  {
    effects: ({ motion }) => motion !== undefined && motion.way !== "start",
    said: "has keyframes that meet the last frame, up to one frame earlier than before",
  },
];

/** The number of a proof that knew all of these. */
export const resultsNow = otherwise.length;

/** Which settings of a chain come out otherwise than when so many of the changes were known, and by how much. */
export const changedSince = ({ settings }: Chain, known: number): { effect: string; said: string }[] =>
  settings.flatMap((setting) =>
    otherwise.slice(known).flatMap(({ effects, said }) => {
      const isIt =
        typeof effects === "function"
          ? effects(setting)
          : (effects as readonly string[]).includes(setting.effect);
      return isIt ? { effect: setting.effect, said } : [];
    }),
  );
