import type { AreaPass, ImageEncoding, Near, PictureWork, StripFacts } from "../picture/work";
import type { Frame } from "../picture/frame";
import { standing } from "../time/moment";
import { share as shareOf } from "../colour/matrix";
import { convert, fuse, prepareSteps, type PointStep, type PreparedStep } from "../picture/point-program";
import { activeSettings, type Resources } from "./active";
import type { Chain } from "./model";

/** One turn over a whole picture. */
export type ImageStage =
  | { readonly kind: "points"; readonly steps: readonly PointStep[]; prepared(): readonly PreparedStep[] }
  /** `share` of it is mixed with what was before. */
  | {
      readonly kind: "area";
      readonly scratch: number;
      readonly passes: readonly AreaPass[];
      readonly near?: Near;
      readonly share: number;
    }
  | ({ readonly kind: "geometry" } & Pick<Extract<PictureWork, { kind: "geometry" }>, "frame" | "run">);

export interface ImagePlan {
  /** Size of the result. */
  readonly frame: Frame;
  readonly stages: readonly ImageStage[];
  /** 0…1: how much of the result is mixed with the untouched picture, which gets the same geometry. */
  readonly strength: number;
  /** Effects and files that are not here. */
  readonly missing: readonly string[];
}

/** Every number moved towards its neutral value; what has none stays. */
function weakened(
  values: Readonly<Record<string, unknown>>,
  neutral: Readonly<Record<string, number | undefined>>,
  amount: number,
): never {
  return Object.fromEntries(
    Object.entries(values).map(([key, value]) => {
      const still = neutral[key];
      return [
        key,
        still === undefined || typeof value !== "number" ? value : still + (value - still) * amount,
      ];
    }),
  ) as never;
}

/**
 * Makes a chain ready for pictures of one size: points in a row are fused into one turn, surroundings and geometry are
 * turns of their own. Each setting's mix is taken in the effect's own encoding, the strength of the whole in linear
 * light; effects that declare neutral values are made weaker by these instead, by mix and strength both. `ends`: how
 * the picture is encoded that goes in and comes out; what is less than whole comes out in linear light in any case.
 */
export function planImage(
  chain: Chain,
  strength: number,
  frame: Frame,
  resources: Resources = {},
  ends: ImageEncoding = "linear",
): ImagePlan {
  const { active, missing } = activeSettings(chain, "picture", resources);
  const given = { moment: resources.moment ?? standing, earlier: resources.earlier };
  const strong = Math.min(100, Math.max(0, strength)) / 100;
  const stages: ImageStage[] = [];
  let points: PointStep[] = [];
  let encoding: ImageEncoding = ends;
  let now = frame;
  const change = (to: ImageEncoding) => {
    points.push(...convert(encoding, to));
    encoding = to;
  };
  const close = () => {
    const steps = fuse(points);
    let prepared: readonly PreparedStep[] | null = null;
    if (steps.length > 0)
      stages.push({ kind: "points", steps, prepared: () => (prepared ??= prepareSteps(steps)) });
    points = [];
  };
  for (const { effect, values, share, files } of strong > 0 ? active : []) {
    const { neutral } = effect;
    const amount = neutral ? 1 : share;
    const work = effect.create(neutral ? weakened(values, neutral, share * strong) : values, now, {
      ...given,
      files,
    });
    if (work.kind === "nothing") continue;
    change(effect.encoding);
    switch (work.kind) {
      case "channels":
        points.push({
          kind: "channels",
          functions:
            amount === 1
              ? work.functions
              : (work.functions.map(
                  (f) => (x: number) => x + (f(x) - x) * amount,
                ) as unknown as typeof work.functions),
        });
        break;
      case "matrix":
        points.push({ kind: "matrix", matrix: shareOf(work.matrix, amount) });
        break;
      case "radial":
        points.push({
          kind: "radial",
          size: work.size,
          gain: amount === 1 ? work.gain : work.gain.map((v) => 1 + (v - 1) * amount),
        });
        break;
      case "strip":
        points.push({ kind: "strip", process: work.process, share: amount });
        break;
      case "area":
        close();
        stages.push({ ...work, share: amount });
        break;
      case "geometry":
        close();
        stages.push(work);
        now = work.frame;
        break;
    }
  }
  change(strong > 0 && strong < 1 ? "linear" : ends);
  close();
  return { frame: now, stages, strength: strong, missing };
}

/** Runs a point program over a strip. The plain one is `runPointsPlain`; kernels do the same faster. */
export type RunPoints = (
  steps: readonly PreparedStep[],
  planes: readonly Float32Array[],
  strip: StripFacts,
) => void;

/** True where each pixel is computed by itself, so that strips can be rendered without the rest of the picture. */
export const isPointwise = (plan: ImagePlan): boolean =>
  plan.stages.every((stage) => stage.kind === "points");
