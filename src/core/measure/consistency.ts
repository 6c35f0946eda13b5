import type { EffectSetting } from "../chain/model";
import { decodeSrgb } from "../colour/srgb";
import { balanceMatrix } from "../effects/image/white-balance";

/*
 * How alike the pictures of a series are: how much light there is in each, of which colour, and how far lights and shadows
 * are apart. All of it in linear light and on a scale of doublings, so that exposure, white balance and contrast, which
 * multiply and raise to a power there, are differences and ratios.
 */

export const lookMeasures = ["exposure", "red", "blue", "contrast"] as const;
export type LookMeasure = (typeof lookMeasures)[number];

/**
 * Of the pixels of a picture that are neither black nor white, the medians of the luminance and of red and blue against
 * green, in stops; and the stops between the quartiles of the luminance.
 */
export type PictureLook = Readonly<Record<LookMeasure, number>>;

/** Codes outside of these say only that there was more, or less. */
const [darkest, lightest] = [6, 249];
const fewest = 64;
/** Of more than these only every so manieth is looked at: medians need no more. */
const mostPixels = 80_000;

const linear = Float64Array.from({ length: 256 }, (_, code) => decodeSrgb(code / 255));

const quantile = (sorted: Float64Array, share: number): number => {
  const at = share * (sorted.length - 1);
  const below = Math.floor(at);
  const above = Math.min(sorted.length - 1, below + 1);
  return sorted[below] + (sorted[above] - sorted[below]) * (at - below);
};

/**
 * The look of a picture, or of several together, such as frames of a clip. Each is RGBA in 8-bit sRGB; luminance by ITU-R
 * BT.709. Null where too little of it is neither black nor white.
 */
export function lookOf(...pictures: readonly Uint8ClampedArray[]): PictureLook | null {
  const [light, red, blue]: number[][] = [[], [], []];
  const all = pictures.reduce((sum, codes) => sum + codes.length / 4, 0);
  const every = 4 * Math.max(1, Math.ceil(all / mostPixels));
  for (const codes of pictures)
    for (let i = 0; i < codes.length; i += every) {
      const [r, g, b] = [codes[i], codes[i + 1], codes[i + 2]];
      if (Math.min(r, g, b) < darkest || Math.max(r, g, b) > lightest) continue;
      const y = 0.2126 * linear[r] + 0.7152 * linear[g] + 0.0722 * linear[b];
      light.push(Math.log2(y));
      red.push(Math.log2(linear[r] / linear[g]));
      blue.push(Math.log2(linear[b] / linear[g]));
    }
  if (light.length < fewest) return null;
  const [y, r, b] = [light, red, blue].map((values) => Float64Array.from(values).sort());
  return {
    exposure: quantile(y, 0.5),
    red: quantile(r, 0.5),
    blue: quantile(b, 0.5),
    contrast: quantile(y, 0.75) - quantile(y, 0.25),
  };
}

/** A look by each of its measures. */
const each = (of: (measure: LookMeasure) => number): PictureLook => ({
  exposure: of("exposure"),
  red: of("red"),
  blue: of("blue"),
  contrast: of("contrast"),
});

const median = (values: readonly number[]): number => quantile(Float64Array.from(values).sort(), 0.5);

/** Differences that nobody sees are no exceptions, however alike the others are (common practice, no source). Stops. */
const leastApart: PictureLook = { exposure: 0.1, red: 0.04, blue: 0.04, contrast: 0.15 };
const farOut = 3.5;

/** What most of a series are like: the median of each measure. Pre: at least one. */
export const usualLook = (looks: readonly PictureLook[]): PictureLook =>
  each((measure) => median(looks.map((look) => look[measure])));

/**
 * For each of a series the measures by which it falls out: those that are further from the median than 3.5 times the median
 * absolute deviation, put on the scale of a standard deviation. Source: B. Iglewicz and D. Hoaglin, "How to Detect and Handle
 * Outliers" (1993), as in the NIST/SEMATECH e-Handbook of Statistical Methods, §1.3.5.17. Pre: at least one.
 */
export function fallingOut(looks: readonly PictureLook[]): readonly (readonly LookMeasure[])[] {
  const usual = usualLook(looks);
  const limit = (measure: LookMeasure) => {
    const spread = median(looks.map((look) => Math.abs(look[measure] - usual[measure])));
    return Math.max(leastApart[measure], (farOut * spread) / 0.6745);
  };
  const limits = lookMeasures.map((measure) => [measure, limit(measure)] as const);
  return looks.map((look) =>
    limits.flatMap(([measure, most]) => (Math.abs(look[measure] - usual[measure]) > most ? [measure] : [])),
  );
}

const pivot = 0.18;
/** What the settings of the correction can be; see the effects. */
const ranges = {
  contrast: [20, 300],
  exposure: [-6, 6],
  temperature: [2000, 20_000],
  tint: [-60, 60],
} as const;
const within = (value: number, [least, most]: readonly [number, number]) =>
  Math.min(most, Math.max(least, value));

/** What a light makes of a grey: red and blue against green, in stops. */
function castOf(logKelvin: number, tint: number): readonly [number, number] {
  const [r, g, b] = balanceMatrix(Math.exp(logKelvin), tint, "cat16").map((row) => row[0] + row[1] + row[2]);
  return [Math.log2(r / g), Math.log2(b / g)];
}

/** The light and tint that shift a grey by so many stops of red and blue against green: Newton's method, from neutral on. */
function balanceFor(red: number, blue: number): { temperature: number; tint: number } {
  let [light, tint] = [Math.log(6504), 0];
  for (let i = 0; i < 20; i++) {
    const [r, b] = castOf(light, tint);
    const [lightStep, tintStep] = [1e-4, 1e-2];
    const [rl, bl] = castOf(light + lightStep, tint).map((v, k) => (v - [r, b][k]) / lightStep);
    const [rt, bt] = castOf(light, tint + tintStep).map((v, k) => (v - [r, b][k]) / tintStep);
    const determinant = rl * bt - rt * bl;
    const [dr, db] = [red - r, blue - b];
    light = Math.log(within(Math.exp(light + (dr * bt - db * rt) / determinant), ranges.temperature));
    tint = within(tint + (rl * db - bl * dr) / determinant, ranges.tint);
  }
  return { temperature: Math.exp(light), tint };
}

const setting = (effect: string, values: EffectSetting["values"]): EffectSetting => ({
  effect: `image.${effect}`,
  values,
  on: true,
  mix: 100,
});

/**
 * The settings that, behind a picture's chain, bring it to a look by some of its measures: contrast, then exposure, then white
 * balance, each as far as the effect goes. Values come out as they are stored.
 */
export function correctionTo(
  look: PictureLook,
  wanted: PictureLook,
  measures: readonly LookMeasure[],
): EffectSetting[] {
  const steeper = measures.includes("contrast") ? wanted.contrast / look.contrast : 1;
  const contrast = within(Math.round(steeper * 100), ranges.contrast);
  const ratio = contrast / 100;
  // Contrast turns around its pivot: what lies beside it moves.
  const exposureThen = Math.log2(pivot) + ratio * (look.exposure - Math.log2(pivot));
  const isExposed = measures.includes("exposure") || contrast !== 100;
  const exposure = isExposed
    ? within(
        (measures.includes("exposure") ? wanted.exposure : look.exposure) - exposureThen,
        ranges.exposure,
      )
    : 0;
  const isTinted = measures.includes("red") || measures.includes("blue");
  const balance = isTinted
    ? balanceFor(wanted.red - ratio * look.red, wanted.blue - ratio * look.blue)
    : null;
  return [
    ...(contrast !== 100 ? [setting("contrast", { contrast, pivot })] : []),
    ...(Math.abs(exposure) >= 0.005
      ? [setting("exposure", { exposure: Math.round(exposure * 100) / 100 })]
      : []),
    ...(balance
      ? [
          setting("white-balance", {
            temperature: Math.round(balance.temperature),
            tint: Math.round(balance.tint * 10) / 10,
            method: "cat16",
          }),
        ]
      : []),
  ];
}

/** So often a correction is tried; each is measured by a rendering. */
const mostTries = 6;

/** How far a look is from another, by its worst measure, in multiples of what is seen. */
const distance = (look: PictureLook, wanted: PictureLook): number =>
  Math.max(...lookMeasures.map((measure) => Math.abs(look[measure] - wanted[measure]) / leastApart[measure]));

/** True where no measure is further away than it was, or than is seen. */
const isNoFurther = (look: PictureLook, was: PictureLook, wanted: PictureLook): boolean =>
  lookMeasures.every((measure) => {
    const [now, then] = [look, was].map((one) => Math.abs(one[measure] - wanted[measure]));
    return now <= Math.max(then, leastApart[measure]);
  });

/** A picture answers what is aimed at more or less; beyond these it does something else. */
const [leastAnswer, mostAnswer] = [0.2, 5];

/** What to aim at next in one measure, where `aim` made of `from` what is found in `made`. */
function nextAim(from: number, aim: number, made: number, wanted: number): number {
  const answer = (made - from) / (aim - from);
  // What did not move by itself is moved by the others, and put right by as much.
  if (Math.abs(aim - from) < 0.02) return aim + wanted - made;
  return answer > leastAnswer && answer < mostAnswer
    ? from + (wanted - from) / answer
    : from + (aim - from) / 2;
}

/**
 * The settings that bring a picture nearer to a look by some of its measures, as `measure` finds it with them: a picture is
 * no scene of greys, so that what is computed may miss. How a try was answered tells where the next one aims. None where
 * no try leaves the picture nearer, and no measure further away.
 */
export async function broughtTo(
  look: PictureLook,
  wanted: PictureLook,
  measures: readonly LookMeasure[],
  measure: (settings: readonly EffectSetting[]) => Promise<PictureLook | null>,
): Promise<EffectSetting[]> {
  let best: { settings: EffectSetting[]; far: number } = { settings: [], far: distance(look, wanted) };
  let aim = wanted;
  for (let i = 0; i < mostTries && best.far > 0.5; i++) {
    const settings = correctionTo(look, aim, measures);
    if (settings.length === 0) break;
    const made = await measure(settings);
    const far = made ? distance(made, wanted) : Infinity;
    if (made && far < best.far && isNoFurther(made, look, wanted)) best = { settings, far };
    const last = aim;
    aim = each((one) =>
      made ? nextAim(look[one], last[one], made[one], wanted[one]) : (look[one] + last[one]) / 2,
    );
  }
  return best.settings;
}
