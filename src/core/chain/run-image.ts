import type { StripFacts } from "../effects/define";
import type { Frame } from "../picture/frame";
import { runPoints } from "../picture/point-program";
import type { Resources } from "./active";
import type { Chain } from "./model";
import { planImage, type ImagePlan, type ImageStage, type RunPoints } from "./plan-image";

export interface ImageMaterial extends Frame {
  /** R, G, B in linear light, Rec. 709 primaries, D65, row by row; values may exceed 1. */
  readonly planes: readonly Float32Array[];
}

/** Pixels a strip, chosen so that a strip's planes stay in the processor's second-level cache. */
const stripPixels = 16384;

/** Calls `visit` for strips that cover the rows of a picture from top to bottom. */
export function forEachStrip(width: number, height: number, visit: (strip: StripFacts) => void, from = 0, to = height): void {
  const step = Math.max(1, Math.floor(stripPixels / width));
  for (let top = from; top < to; top += step) visit({ width, height, top, rows: Math.min(step, to - top) });
}

function blend(planes: readonly Float32Array[], before: readonly Float32Array[], share: number, from: number, to: number): void {
  planes.forEach((plane, c) => {
    const was = before[c];
    for (let i = from; i < to; i++) plane[i] = was[i] + (plane[i] - was[i]) * share;
  });
}

/** A strip of a picture by itself, in linear light, in place. Pre: the plan is pointwise. */
export function runStrip(plan: ImagePlan, planes: readonly Float32Array[], strip: StripFacts, points: RunPoints = runPoints): void {
  if (plan.stages.length === 0) return;
  const count = strip.width * strip.rows;
  const before = plan.strength < 1 ? planes.map((p) => p.slice(0, count)) : null;
  for (const stage of plan.stages) if (stage.kind === "points") points(stage.steps, planes, strip);
  if (before) blend(planes, before, plan.strength, 0, count);
}

/** What turns need to run: planes of memory, and somebody who runs lines `0…lines` of a turn, in as many parts as they like. */
export interface ImageRunner {
  plane(length: number): Float32Array;
  points: RunPoints;
  /** Resolves when all lines have been run. */
  lines(stage: number, pass: number, lines: number, run: (from: number, to: number) => void): void;
}

export const plainRunner: ImageRunner = {
  plane: (length) => new Float32Array(length),
  points: runPoints,
  lines: (_stage, _pass, lines, run) => run(0, lines),
};

function runStage(stage: ImageStage, n: number, picture: ImageMaterial, runner: ImageRunner): ImageMaterial {
  const { width, height, planes } = picture;
  const count = width * height;
  switch (stage.kind) {
    case "points":
      runner.lines(n, 0, height, (from, to) =>
        forEachStrip(width, height, (strip) => {
          const start = strip.top * width;
          runner.points(stage.steps, planes.map((p) => p.subarray(start, start + strip.rows * width)), strip);
        }, from, to),
      );
      return picture;
    case "area": {
      const before = stage.share < 1 ? planes.map((p) => p.slice()) : null;
      // A few numbers find room even in the planes of a single pixel.
      const scratch = Array.from({ length: stage.scratch }, () => runner.plane(Math.max(count, 16)));
      stage.passes.forEach((pass, p) => runner.lines(n, p, pass.lines, (from, to) => pass.run(planes, scratch, from, to)));
      if (before) blend(planes, before, stage.share, 0, count);
      return picture;
    }
    case "geometry": {
      const { frame } = stage;
      const target = planes.map(() => runner.plane(frame.width * frame.height));
      runner.lines(n, 0, frame.height, (from, to) => stage.run(planes, target, from, to));
      return { ...frame, planes: target };
    }
  }
}

/** Runs a plan over a picture; its planes are used up. */
export function runImage(plan: ImagePlan, picture: ImageMaterial, runner: ImageRunner = plainRunner): ImageMaterial {
  if (plan.stages.length === 0) return picture;
  const { strength } = plan;
  let untouched: ImageMaterial | null = strength < 1 ? { ...picture, planes: picture.planes.map((p) => p.slice()) } : null;
  let now = picture;
  plan.stages.forEach((stage, n) => {
    now = runStage(stage, n, now, runner);
    if (untouched && stage.kind === "geometry") untouched = runStage(stage, n, untouched, runner);
  });
  if (untouched) blend(now.planes, (untouched as ImageMaterial).planes, strength, 0, now.width * now.height);
  return now;
}

/** Renders a chain over a whole picture into new planes. */
export function renderImage(chain: Chain, material: ImageMaterial, strength = 100, resources: Resources = {}): ImageMaterial & { readonly missing: readonly string[] } {
  const plan = planImage(chain, strength, material, resources);
  const { width, height, planes } = runImage(plan, { ...material, planes: material.planes.map((p) => p.slice()) });
  return { width, height, planes, missing: plan.missing };
}
