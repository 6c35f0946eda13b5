import { labFunction, labInverse, labMatrices } from "../colour/lab";
import { oklabMatrices } from "../colour/oklab";
import { decodeSrgb, encodeSrgb } from "../colour/srgb";
import { wholeRows, type ImageEncoding, type StripFacts, type StripProcess } from "./work";
import { applyTable, functionTable, type ChannelFunction } from "../numeric/function-table";
import { after, identity, type ColourMatrix } from "../colour/matrix";

type Functions = readonly [ChannelFunction, ChannelFunction, ChannelFunction];

/** One step on each pixel by itself. */
export type PointStep =
  | { readonly kind: "channels"; readonly functions: Functions }
  | { readonly kind: "matrix"; readonly matrix: ColourMatrix }
  | { readonly kind: "cube-root" }
  | { readonly kind: "cube" }
  /** Times a gain over the square of the distance to the middle; see `PictureWork`. */
  | { readonly kind: "radial"; readonly gain: Float32Array; readonly size: number }
  /** `share` of it is mixed with what was before. */
  | { readonly kind: "strip"; readonly process: StripProcess; readonly share: number };

const all = (f: ChannelFunction): PointStep => ({ kind: "channels", functions: [f, f, f] });
const by = (matrix: ColourMatrix): PointStep => ({ kind: "matrix", matrix });

/** Steps from linear light to an encoding, and back. */
const into: Record<ImageEncoding, readonly PointStep[]> = {
  linear: [],
  srgb: [all(encodeSrgb)],
  oklab: [by(oklabMatrices.toCones), { kind: "cube-root" }, by(oklabMatrices.toLab)],
  lab: [by(labMatrices.toXyz), all(labFunction), by(labMatrices.toLab)],
};
const outOf: Record<ImageEncoding, readonly PointStep[]> = {
  linear: [],
  srgb: [all(decodeSrgb)],
  oklab: [by(oklabMatrices.fromLab), { kind: "cube" }, by(oklabMatrices.fromCones)],
  lab: [by(labMatrices.fromLab), all(labInverse), by(labMatrices.fromXyz)],
};

/** Steps from one encoding to another. */
export const convert = (from: ImageEncoding, to: ImageEncoding): readonly PointStep[] =>
  from === to ? [] : [...outOf[from], ...into[to]];

const compose = (first: Functions, second: Functions): Functions =>
  // One function for all stays one, so that it makes one table.
  first[0] === first[1] && first[1] === first[2] && second[0] === second[1] && second[1] === second[2]
    ? (() => {
        const [f, g] = [first[0], second[0]];
        const both = (x: number) => g(f(x));
        return [both, both, both] as const;
      })()
    : (first.map((f, c) => (x: number) => second[c](f(x))) as unknown as Functions);

/** The matrix as functions of each channel alone, where it is no more than that. */
function asFunctions(m: ColourMatrix): Functions | null {
  if ([1, 2, 4, 6, 8, 9].some((i) => m[i] !== 0)) return null;
  const line = (scale: number, offset: number) => (x: number) => scale * x + offset;
  const [f, same] = [line(m[0], m[3]), m[0] === m[5] && m[5] === m[10] && m[3] === m[7] && m[7] === m[11]];
  return same ? [f, f, f] : [f, line(m[5], m[7]), line(m[10], m[11])];
}

const isIdentity = (matrix: ColourMatrix) => matrix.every((v, i) => Math.abs(v - identity[i]) < 1e-12);

/** Joins neighbours of one kind: functions by composition, matrices by multiplication; a root and a cube after it cancel. */
export function fuse(steps: readonly PointStep[]): PointStep[] {
  const out: PointStep[] = [];
  const add = (step: PointStep): void => {
    if (step.kind === "matrix" && isIdentity(step.matrix)) return;
    const last = out.at(-1);
    if (last?.kind === "matrix" && step.kind === "matrix") {
      out.pop();
      return add(by(after(step.matrix, last.matrix)));
    }
    // Beside a table, scaling costs nothing.
    const [before, now] = [
      last?.kind === "matrix" ? asFunctions(last.matrix) : null,
      step.kind === "matrix" ? asFunctions(step.matrix) : null,
    ];
    if (step.kind === "channels" && before) {
      out.pop();
      return add({ kind: "channels", functions: compose(before, step.functions) });
    }
    if (last?.kind === "channels" && now) return add({ kind: "channels", functions: now });
    if (last?.kind === "channels" && step.kind === "channels")
      out[out.length - 1] = { kind: "channels", functions: compose(last.functions, step.functions) };
    else if (
      (last?.kind === "cube-root" && step.kind === "cube") ||
      (last?.kind === "cube" && step.kind === "cube-root")
    )
      out.pop();
    else out.push(step);
  };
  steps.forEach(add);
  return out;
}

/** A point program made ready: functions as tables. */
export type PreparedStep =
  | Exclude<PointStep, { kind: "channels" }>
  | { readonly kind: "tables"; readonly tables: readonly [Float32Array, Float32Array, Float32Array] }
  /** A matrix, cube roots, a matrix, cubes and a matrix: the way through OKLab and back, which kernels take at one go. */
  | { readonly kind: "root-turn"; readonly matrices: readonly [ColourMatrix, ColourMatrix, ColourMatrix] };

/** Tables of functions that were used before; making one takes about a millisecond. */
const known = new WeakMap<ChannelFunction, Float32Array | null>();
function tableOf(f: ChannelFunction): Float32Array | null {
  let table = known.get(f);
  if (table === undefined) known.set(f, (table = functionTable(f)));
  return table;
}

/** Functions as tables, or computed pixel by pixel where one of them cannot be held in one. */
function prepareFunctions(functions: Functions): PreparedStep {
  const tables = functions.map(tableOf);
  if (tables.every((table) => table !== null))
    return {
      kind: "tables",
      tables: tables as unknown as Extract<PreparedStep, { kind: "tables" }>["tables"],
    };
  const process: StripProcess = (planes, { columns, rows }) => {
    planes.forEach((plane, c) => {
      const f = functions[c];
      for (let i = 0; i < columns * rows; i++) plane[i] = f(plane[i]);
    });
  };
  return { kind: "strip", process, share: 1 };
}

/** Makes fused steps ready. */
export function prepareSteps(steps: readonly PointStep[]): PreparedStep[] {
  const out: PreparedStep[] = [];
  for (let i = 0; i < steps.length; i++) {
    const step = steps[i];
    const [root, middle, cube, last] = steps.slice(i + 1, i + 5);
    if (
      step.kind === "matrix" &&
      root?.kind === "cube-root" &&
      middle?.kind === "matrix" &&
      cube?.kind === "cube" &&
      last?.kind === "matrix"
    ) {
      out.push({ kind: "root-turn", matrices: [step.matrix, middle.matrix, last.matrix] });
      i += 4;
    } else out.push(step.kind === "channels" ? prepareFunctions(step.functions) : step);
  }
  return out;
}

function applyMatrix(m: ColourMatrix, [r, g, b]: readonly Float32Array[], from: number, count: number): void {
  const [a, b0, c, d, e, f, g0, h, i, j, k, l] = m;
  for (let n = from; n < from + count; n++) {
    const [x, y, z] = [r[n], g[n], b[n]];
    r[n] = a * x + b0 * y + c * z + d;
    g[n] = e * x + f * y + g0 * z + h;
    b[n] = i * x + j * y + k * z + l;
  }
}

const cubeRoots = (planes: readonly Float32Array[], count: number) => {
  for (const plane of planes) for (let i = 0; i < count; i++) plane[i] = Math.cbrt(plane[i]);
};
const cubes = (planes: readonly Float32Array[], count: number) => {
  for (const plane of planes) for (let i = 0; i < count; i++) plane[i] = plane[i] * plane[i] * plane[i];
};

/** Runs a step on strips as a whole. */
export function runStripStep(
  step: Extract<PointStep, { kind: "strip" }>,
  planes: readonly Float32Array[],
  strip: StripFacts,
): void {
  const total = strip.columns * strip.rows;
  const before = step.share < 1 ? planes.map((p) => p.slice(0, total)) : null;
  step.process(planes, strip);
  before?.forEach((was, c) => {
    const now = planes[c];
    for (let i = 0; i < total; i++) now[i] = was[i] + (now[i] - was[i]) * step.share;
  });
}

/** Runs a point program over a strip in plain TypeScript. The twin of the kernels' `PointKernels`. */
export function runPointsPlain(
  steps: readonly PreparedStep[],
  planes: readonly Float32Array[],
  strip: StripFacts,
): void {
  for (const step of steps) applyStep(step, planes, strip);
}

function applyStep(step: PreparedStep, planes: readonly Float32Array[], strip: StripFacts): void {
  const count = strip.columns * strip.rows;
  switch (step.kind) {
    case "tables":
      planes.forEach((plane, c) => applyTable(step.tables[c], plane, 0, count));
      break;
    case "matrix":
      applyMatrix(step.matrix, planes, 0, count);
      break;
    case "cube-root":
      cubeRoots(planes, count);
      break;
    case "cube":
      cubes(planes, count);
      break;
    case "root-turn": {
      const [first, middle, last] = step.matrices;
      applyMatrix(first, planes, 0, count);
      cubeRoots(planes, count);
      applyMatrix(middle, planes, 0, count);
      cubes(planes, count);
      applyMatrix(last, planes, 0, count);
      break;
    }
    case "radial":
      applyRadial(step, planes, strip);
      break;
    case "strip":
      runStripStep(step, planes, strip);
      break;
  }
}

function applyRadial(
  { gain, size }: Extract<PointStep, { kind: "radial" }>,
  [r, g, b]: readonly Float32Array[],
  { width, height, left, top, columns, rows }: StripFacts,
): void {
  const scale = (4 * size) / (width * width + height * height);
  for (let row = 0, i = 0; row < rows; row++) {
    const dy = top + row + 0.5 - height / 2;
    for (let column = left; column < left + columns; column++, i++) {
      const dx = column + 0.5 - width / 2;
      const at = (dx * dx + dy * dy) * scale;
      const piece = at | 0;
      const factor = gain[piece] + (gain[piece + 1] - gain[piece]) * (at - piece);
      r[i] *= factor;
      g[i] *= factor;
      b[i] *= factor;
    }
  }
}

/** Converts the first `count` values of three planes from one encoding to another, in place. */
export const convertPlanes = (
  from: ImageEncoding,
  to: ImageEncoding,
  planes: readonly Float32Array[],
  count = planes[0].length,
): void =>
  runPointsPlain(prepareSteps(fuse(convert(from, to))), planes, wholeRows({ width: count, height: 1 }, 0, 1));
