import type { Chain, EffectSetting, Json } from "../../chain/model";

type Triple = readonly [number, number, number];

/** One correction of the list, named as its specification names it. */
export interface ColourCorrection {
  readonly id: string;
  readonly slope: Triple;
  readonly offset: Triple;
  readonly power: Triple;
  readonly saturation: number;
}

const channels = ["Red", "Green", "Blue"] as const;

/** The setting that does what a correction says. */
export function settingOf({ slope, offset, power, saturation }: ColourCorrection): EffectSetting {
  const values: Record<string, Json> = { saturation };
  channels.forEach((c, i) =>
    Object.assign(values, { [`slope${c}`]: slope[i], [`offset${c}`]: offset[i], [`power${c}`]: power[i] }),
  );
  return { effect: "image.colour-decision-list", values, on: true, mix: 100 };
}

/** True for a chain that is one colour decision list, in force as a whole. */
export const isCorrection = ({ settings }: Chain): boolean =>
  settings.length === 1 &&
  settings[0].effect === "image.colour-decision-list" &&
  settings[0].on &&
  settings[0].mix === 100 &&
  settings[0].motion === undefined;

/** What a setting says, as a correction. Pre: a setting of `image.colour-decision-list` with all its values. */
export function correctionOf(setting: EffectSetting, id: string): ColourCorrection {
  const triple = (name: string) =>
    channels.map((c) => Number(setting.values[`${name}${c}`])) as unknown as Triple;
  return {
    id,
    slope: triple("slope"),
    offset: triple("offset"),
    power: triple("power"),
    saturation: Number(setting.values.saturation),
  };
}
