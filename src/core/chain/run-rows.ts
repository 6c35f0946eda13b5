import type { Near, RowPlanes } from "../picture/work";
import { rowKernels } from "../picture/local-kernels";
import { piece } from "../picture/point-kernels";
import { RowRing } from "../kernels/row-blur";
import { decodeSrgb } from "../colour/srgb";
import type { ChannelFunction } from "../numeric/function-table";
import { codeTable, sourceTable, whiteCode, type CodedPicture } from "../picture/coded";
import type { Frame } from "../picture/frame";
import {
  convert,
  fuse,
  prepareSteps,
  runStripStep,
  type PointStep,
  type PreparedStep,
} from "../picture/point-program";
import type { ImagePlan } from "./plan-image";

/*
 * Rows of codes go through a chain one after the other and come out as codes: points at once, surroundings some rows
 * later, so that never more than a few rows are there as floats. What each of two threads does with its own rows is
 * then the same to the bit as what one does with all.
 */

/** Runs a pass over rows `from` to `to` of linear planes into others. Pre: kernels can run here. */
export function runNear(
  near: Near,
  { width, height }: Frame,
  source: readonly Float32Array[],
  target: readonly Float32Array[],
  from: number,
  to: number,
): void {
  const { kernels } = rowKernels()!;
  const mark = kernels.mark;
  try {
    const rings = [0, 1, 2].map(() => new RowRing(kernels, width, 2 * near.reach + 1));
    const made = [0, 1, 2].map(() => kernels.reserve(4 * (width + 32))) as unknown as RowPlanes;
    const rows = near.start(kernels, width);
    let taken = Math.max(0, from - near.reach);
    for (let y = from; y < to; y++) {
      for (const needed = Math.min(height - 1, y + near.reach); taken <= needed; taken++) {
        const row = rowOf(rings, taken);
        source.forEach((plane, c) => kernels.put(plane.subarray(taken * width, (taken + 1) * width), row[c]));
        rows.take(taken, row);
      }
      rows.give(y, rowOf(rings, y), made);
      target.forEach((plane, c) => kernels.get(plane, y * width, made[c], width));
    }
  } finally {
    kernels.release(mark);
  }
}

/** Rows that a row of the result depends on above and below, or null where that is the whole picture, or kernels cannot run here. */
export function reachOf(plan: ImagePlan): number | null {
  let reach = 0;
  for (const stage of plan.stages) {
    if (stage.kind === "geometry" || (stage.kind === "area" && !stage.near)) return null;
    if (stage.kind === "area") reach += stage.near!.reach;
  }
  return rowKernels() ? reach : null;
}

const same: ChannelFunction = (x) => x;

/** Tables of functions that do not change from chain to chain. */
const sources = new WeakMap<ChannelFunction, Map<number, Float32Array>>();
const codes = new WeakMap<ChannelFunction, Uint8Array | null>();
function sourceOf(f: ChannelFunction, white: 255 | 65535): Float32Array {
  const known = sources.get(f) ?? new Map<number, Float32Array>();
  sources.set(f, known);
  return known.get(white) ?? known.set(white, sourceTable(f, white)).get(white)!;
}
function codesOf(f: ChannelFunction): Uint8Array | null {
  if (!codes.has(f)) codes.set(f, codeTable(f));
  return codes.get(f)!;
}

/** Rows of a picture from row `top` of the whole on, all of their columns or those that are rendered. */
export interface Rows {
  readonly picture: CodedPicture;
  readonly top: number;
}

/** Columns of a picture; those beyond are taken to go on as the outermost do. */
export interface Columns {
  readonly left: number;
  readonly columns: number;
}

interface Level {
  /** Rows that have been made. */
  made: number;
  make(y: number, to: RowPlanes): void;
  /** Keeps the last rows for the level after it; null at the last one. */
  readonly rings: readonly RowRing[] | null;
}

const rowOf = (rings: readonly RowRing[], y: number): RowPlanes => [
  rings[0].at(y),
  rings[1].at(y),
  rings[2].at(y),
];

/** How many rows are made before others get their turn: about 64,000 pixels, two milliseconds' work. */
const rowsATurn = (width: number) => Math.max(1, Math.floor(65_536 / width));

/**
 * Renders rows `from` to `to` of a picture whose whole is `frame`, from some of its rows to others, which may be the same, and which may hold some of its columns alone. Yields after each turn. Pre: the plan was made for encoded ends, and
 * `reachOf` it is a number; the source holds the rows within that reach; the target is R G B of 16 bits or RGBA of 8.
 */
export function* renderRows(
  plan: ImagePlan,
  frame: Frame,
  { picture: source, top: sourceTop }: Rows,
  { picture: target, top: targetTop }: Rows,
  from: number,
  to: number,
  { left, columns: width }: Columns = { left: 0, columns: frame.width },
): Generator<void, void> {
  const { kernels, points } = rowKernels()!;
  const mark = kernels.mark;
  try {
    const { height } = frame;
    const { run } = kernels;
    const [sourceWhite, targetWhite] = [whiteCode(source), whiteCode(target)] as (255 | 65535)[];
    const partial = plan.strength > 0 && plan.strength < 1;
    const planes = (): RowPlanes =>
      [0, 1, 2].map(() => kernels.reserve(4 * (width + 32))) as unknown as RowPlanes;
    const place = (tables: readonly (Float32Array | Uint8Array)[]) => {
      const placed = new Map<object, number>();
      return tables.map((table) => {
        const known = placed.get(table);
        if (known !== undefined) return known;
        const at = kernels.reserve(table.byteLength);
        kernels.bytes.set(new Uint8Array(table.buffer, table.byteOffset, table.byteLength), at);
        placed.set(table, at);
        return at;
      });
    };

    // Points by level: what comes before the first surroundings, between them, and after the last.
    const programs: PointStep[][] = [[]];
    const nears: Extract<ImagePlan["stages"][number], { kind: "area" }>[] = [];
    for (const stage of plan.stages)
      if (stage.kind === "points") programs.at(-1)!.push(...stage.steps);
      else if (stage.kind === "area") {
        nears.push(stage);
        programs.push([]);
      }

    // The first function of all is looked up by the codes themselves, the last by the bits of its argument.
    const first =
      programs[0][0]?.kind === "channels"
        ? (programs[0].shift() as Extract<PointStep, { kind: "channels" }>).functions
        : null;
    const decodeTables = place((first ?? [same, same, same]).map((f) => sourceOf(f, sourceWhite)));
    const untouchedTables = partial
      ? place([decodeSrgb, decodeSrgb, decodeSrgb].map((f) => sourceOf(f, sourceWhite)))
      : null;
    const lastProgram = partial ? fuse(convert("linear", "srgb")).slice() : programs.at(-1)!;
    const ending = lastProgram.at(-1);
    const endingCodes =
      targetWhite === 255 && ending?.kind === "channels" ? ending.functions.map(codesOf) : [null];
    const isCoded = endingCodes.every((table) => table !== null);
    if (isCoded) lastProgram.pop();
    const encodeTables = isCoded ? place(endingCodes) : null;

    const sourceCodes = kernels.reserve(width * source.channels * source.codes.BYTES_PER_ELEMENT + 64);
    const targetCodes = kernels.reserve(4 * (width + 16) * target.codes.BYTES_PER_ELEMENT);
    const untouched = planes();
    const line = planes();

    const runProgram = (steps: readonly PreparedStep[], row: RowPlanes, y: number) => {
      for (let start = 0; start < steps.length;) {
        const step = steps[start];
        if (step.kind === "strip") {
          runStripStep(
            step,
            row.map((at) => kernels.floats.subarray(at >> 2, (at >> 2) + width)),
            { ...frame, left, columns: width, top: y, rows: 1 },
          );
          start++;
          continue;
        }
        let end = start + 1;
        while (end < steps.length && steps[end].kind !== "strip") end++;
        // In pieces that stay in the first-level cache from step to step.
        for (let x = 0; x < width; x += piece)
          for (let s = start; s < end; s++)
            points.runStep(
              steps[s],
              [row[0] + 4 * x, row[1] + 4 * x, row[2] + 4 * x],
              Math.min(piece, width - x),
              left + x,
              y,
              frame,
            );
        start = end;
      }
    };

    const decode = (y: number, tables: readonly number[], [r, g, b]: RowPlanes) => {
      const at = (y - sourceTop) * width * source.channels;
      const row = source.codes.subarray(at, at + width * source.channels);
      if (sourceWhite === 255) kernels.bytes.set(row, sourceCodes);
      else kernels.shorts.set(row, sourceCodes >> 1);
      (sourceWhite === 255 ? run.decode8 : run.decode16)(
        sourceCodes,
        source.channels,
        width,
        r,
        g,
        b,
        tables[0],
        tables[1],
        tables[2],
      );
    };

    const levels: Level[] = [];
    let begin = from - nears.reduce((sum, n) => sum + n.near!.reach, 0);
    programs.forEach((program, n) => {
      const steps = prepareSteps(program);
      const after = nears[n]?.near;
      const rings = after ? [0, 1, 2].map(() => new RowRing(kernels, width, 2 * after.reach + 1)) : null;
      if (n === 0) {
        levels.push({
          made: Math.max(0, begin),
          rings,
          make(y, row) {
            decode(y, decodeTables, row);
            runProgram(steps, row, y);
          },
        });
        return;
      }
      const { near, share } = nears[n - 1];
      const rows = near!.start(kernels, width);
      const before = levels[n - 1];
      begin += near!.reach;
      levels.push({
        made: Math.max(0, begin),
        rings,
        make(y, row) {
          for (const needed = Math.min(height - 1, y + near!.reach); before.made <= needed; before.made++) {
            const came = rowOf(before.rings!, before.made);
            before.make(before.made, came);
            rows.take(before.made, came);
          }
          const was = rowOf(before.rings!, y);
          rows.give(y, was, row);
          if (share < 1) row.forEach((at, c) => run.mixPlanes(at, was[c], width, share));
          runProgram(steps, row, y);
        },
      });
    });

    const last = levels.at(-1)!;
    const finish = prepareSteps(partial ? lastProgram : []);
    const turn = rowsATurn(width);
    for (let y = from; y < to; y++) {
      last.make(y, line);
      if (untouchedTables) {
        decode(y, untouchedTables, untouched);
        line.forEach((at, c) => run.mixPlanes(at, untouched[c], width, plan.strength));
        runProgram(finish, line, y);
      }
      if (encodeTables)
        run.encode8(
          line[0],
          line[1],
          line[2],
          width,
          targetCodes,
          encodeTables[0],
          encodeTables[1],
          encodeTables[2],
        );
      else if (targetWhite === 255) run.round8(line[0], line[1], line[2], width, targetCodes);
      else run.round16(line[0], line[1], line[2], width, targetCodes);
      const at = (y - targetTop) * width * target.channels;
      const made = width * target.channels;
      if (targetWhite === 255) target.codes.set(kernels.bytes.subarray(targetCodes, targetCodes + made), at);
      else target.codes.set(kernels.shorts.subarray(targetCodes >> 1, (targetCodes >> 1) + made), at);
      if ((y - from) % turn === turn - 1) yield;
    }
  } finally {
    kernels.release(mark);
  }
}
