import { wholeRows, type StripFacts } from "../picture/work";
import type { Frame } from "../picture/frame";
import { localKernels, rowKernels } from "../picture/local-kernels";
import { runPointsPlain } from "../picture/point-program";
import type { Resources } from "./active";
import type { Chain } from "./model";
import { planImage, type ImagePlan, type ImageStage, type RunPoints } from "./plan-image";
import { runNear } from "./run-rows";
import { atOnce } from "./turns";

export interface ImageMaterial extends Frame {
  /** R, G, B in linear light, Rec. 709 primaries, D65, row by row; values may exceed 1. */
  readonly planes: readonly Float32Array[];
}

/** Pixels a strip, chosen so that a strip's planes stay in the processor's second-level cache. */
const stripPixels = 16384;

/** Calls `visit` for strips that cover the rows of a picture from top to bottom. */
export function forEachStrip(
  width: number,
  height: number,
  visit: (strip: StripFacts) => void,
  from = 0,
  to = height,
): void {
  const step = Math.max(1, Math.floor(stripPixels / width));
  for (let top = from; top < to; top += step)
    visit(wholeRows({ width, height }, top, Math.min(step, to - top)));
}

function blend(
  planes: readonly Float32Array[],
  before: readonly Float32Array[],
  share: number,
  from: number,
  to: number,
): void {
  planes.forEach((plane, c) => {
    const was = before[c];
    for (let i = from; i < to; i++) plane[i] = was[i] + (plane[i] - was[i]) * share;
  });
}

/** By kernels where they can run, else plainly. */
export const runPoints: RunPoints = (steps, planes, strip) =>
  (localKernels()?.points.run ?? runPointsPlain)(steps, planes, strip);

/** A strip of a picture by itself, in linear light, in place. Pre: the plan is pointwise. */
export function runStrip(
  plan: ImagePlan,
  planes: readonly Float32Array[],
  strip: StripFacts,
  points: RunPoints = runPoints,
): void {
  if (plan.stages.length === 0) return;
  const count = strip.columns * strip.rows;
  const before = plan.strength < 1 ? planes.map((p) => p.slice(0, count)) : null;
  for (const stage of plan.stages) if (stage.kind === "points") points(stage.prepared(), planes, strip);
  if (before) blend(planes, before, plan.strength, 0, count);
}

/** What turns need to run: planes of memory, and somebody who runs lines `0…lines` of a turn, in as many parts as they like. */
export interface ImageRunner {
  plane(length: number): Float32Array;
  points: RunPoints;
  /** Ends when all lines have been run, by `run` here or by `runLines` elsewhere on the same buffers; may yield in between. */
  lines(turn: Turn, run: (from: number, to: number) => void): Generator<void, void>;
}

/** One pass of a stage over a picture, and the planes it works on. */
export interface Turn {
  readonly stage: number;
  readonly pass: number;
  readonly lines: number;
  readonly frame: Frame;
  readonly planes: readonly Float32Array[];
  /** Scratch planes of an area, or the new planes that a geometry or near surroundings make. */
  readonly others: readonly Float32Array[];
}

/** Runs lines `from` to `to` of a turn. */
export function runLines(
  stage: ImageStage,
  { pass, frame, planes, others }: Omit<Turn, "stage" | "lines">,
  points: RunPoints,
  from: number,
  to: number,
): void {
  const { width, height } = frame;
  switch (stage.kind) {
    case "points":
      forEachStrip(
        width,
        height,
        (strip) => {
          const start = strip.top * width;
          points(
            stage.prepared(),
            planes.map((p) => p.subarray(start, start + strip.rows * width)),
            strip,
          );
        },
        from,
        to,
      );
      break;
    case "area":
      if (stage.near && rowKernels()) runNear(stage.near, frame, planes, others, from, to);
      else stage.passes[pass].run(planes, others, from, to);
      break;
    case "geometry":
      stage.run(planes, others, from, to);
      break;
  }
}

/** In how many parts a turn is run, with room for others between them. */
const partsATurn = 16;

export const runner: ImageRunner = {
  plane: (length) => new Float32Array(length),
  points: runPoints,
  *lines({ lines }, run) {
    for (let part = 0; part < partsATurn; part++) {
      run(Math.round((lines * part) / partsATurn), Math.round((lines * (part + 1)) / partsATurn));
      yield;
    }
  },
};

function* runStage(
  stage: ImageStage,
  n: number,
  picture: ImageMaterial,
  by: ImageRunner,
): Generator<void, ImageMaterial> {
  const { width, height, planes } = picture;
  const frame = { width, height };
  const turn = (pass: number, lines: number, others: readonly Float32Array[] = []) => {
    const facts = { stage: n, pass, lines, frame, planes, others };
    return by.lines(facts, (from, to) => runLines(stage, facts, by.points, from, to));
  };
  switch (stage.kind) {
    case "points":
      yield* turn(0, height);
      return picture;
    case "area": {
      if (stage.near && rowKernels()) {
        const target = planes.map(() => by.plane(width * height));
        yield* turn(0, height, target);
        if (stage.share < 1) blend(target, planes, stage.share, 0, width * height);
        return { ...frame, planes: target };
      }
      const before = stage.share < 1 ? planes.map((p) => p.slice()) : null;
      // A few numbers find room even in the planes of a single pixel.
      const scratch = Array.from({ length: stage.scratch }, () => by.plane(Math.max(width * height, 16)));
      for (const [p, pass] of stage.passes.entries()) yield* turn(p, pass.lines, scratch);
      if (before) blend(planes, before, stage.share, 0, width * height);
      return picture;
    }
    case "geometry": {
      const target = planes.map(() => by.plane(stage.frame.width * stage.frame.height));
      yield* turn(0, stage.frame.height, target);
      return { ...stage.frame, planes: target };
    }
  }
}

/** Runs a plan over a picture; its planes are used up. */
export function runImage(plan: ImagePlan, picture: ImageMaterial, by: ImageRunner = runner): ImageMaterial {
  return atOnce(imageTurns(plan, picture, by));
}

/** The same in turns, so that others may have theirs in between. */
export function* imageTurns(
  plan: ImagePlan,
  picture: ImageMaterial,
  by: ImageRunner = runner,
): Generator<void, ImageMaterial> {
  if (plan.stages.length === 0) return picture;
  const { strength } = plan;
  let untouched: ImageMaterial | null =
    strength < 1 ? { ...picture, planes: picture.planes.map((p) => p.slice()) } : null;
  let now = picture;
  for (const [n, stage] of plan.stages.entries()) {
    now = yield* runStage(stage, n, now, by);
    if (untouched && stage.kind === "geometry") untouched = yield* runStage(stage, n, untouched, by);
  }
  if (untouched) blend(now.planes, (untouched as ImageMaterial).planes, strength, 0, now.width * now.height);
  return now;
}

/** Renders a chain over a whole picture into new planes. */
export function renderImage(
  chain: Chain,
  material: ImageMaterial,
  strength = 100,
  resources: Resources = {},
): ImageMaterial & { readonly missing: readonly string[] } {
  const plan = planImage(chain, strength, material, resources);
  const { width, height, planes } = runImage(plan, {
    ...material,
    planes: material.planes.map((p) => p.slice()),
  });
  return { width, height, planes, missing: plan.missing };
}
