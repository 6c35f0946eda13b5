import type { ColourMatrix } from "../colour/matrix";
import type { RowPlanes, StripFacts } from "./work";
import { longestTable } from "../numeric/function-table";
import { runStripStep, type PreparedStep } from "./point-program";
import type { Frame } from "./frame";
import type { KernelInstance } from "../kernels/instance";

/** Pixels a piece: three planes of them stay in the first-level cache. */
export const piece = 2048;
/** Tables kept in the kernels' memory; the least recently placed one makes room. */
const slots = 24;
const tableBytes = (longestTable * 4 + 15) & ~15;
/** Longest table of a radial gain. */
const longestRadial = 4096 + 4;

/** Runs point programs by kernels: the same steps as `runPointsPlain`, in single precision. */
export class PointKernels {
  private readonly planes: RowPlanes;
  private readonly matrix: number;
  private readonly radial: number;
  private readonly firstTable: number;
  private readonly placed = new Map<Float32Array, number>();
  private next = 0;
  private radialPlaced: Float32Array | null = null;
  /** The step whose matrices lie in the kernels' memory; a step does not change. */
  private matrixPlaced: PreparedStep | null = null;

  constructor(private readonly kernels: KernelInstance) {
    // A few bytes more a plane, since kernels work on four values at a time, and roots on sixteen.
    this.planes = [0, 1, 2].map(() => kernels.reserve(4 * (piece + 16))) as unknown as RowPlanes;
    this.matrix = kernels.reserve(3 * 48);
    this.radial = kernels.reserve(4 * longestRadial);
    this.firstTable = kernels.reserve(slots * tableBytes);
  }

  private placeOf(table: Float32Array): number {
    const known = this.placed.get(table);
    if (known !== undefined) return known;
    const address = this.firstTable + this.next * tableBytes;
    this.next = (this.next + 1) % slots;
    for (const [old, at] of this.placed) if (at === address) this.placed.delete(old);
    this.kernels.put(table, address);
    this.placed.set(table, address);
    return address;
  }

  private placeMatrices(step: PreparedStep, matrices: readonly ColourMatrix[]): void {
    if (this.matrixPlaced !== step)
      matrices.forEach((matrix, n) => this.kernels.put(matrix, this.matrix + 48 * n));
    this.matrixPlaced = step;
  }

  readonly run = (
    steps: readonly PreparedStep[],
    planes: readonly Float32Array[],
    strip: StripFacts,
  ): void => {
    let start = 0;
    while (start < steps.length) {
      const step = steps[start];
      if (step.kind === "strip") {
        runStripStep(step, planes, strip);
        start++;
        continue;
      }
      let end = start;
      while (end < steps.length && steps[end].kind !== "strip") end++;
      this.runPieces(steps.slice(start, end), planes, strip);
      start = end;
    }
  };

  private runPieces(
    steps: readonly PreparedStep[],
    planes: readonly Float32Array[],
    { width, height, left, top, columns, rows }: StripFacts,
  ): void {
    const { kernels } = this;
    // Where a pixel lies only matters to radial steps; without them rows need not be told apart.
    const placed = steps.some((s) => s.kind === "radial");
    const [lines, length] = placed ? [rows, columns] : [1, columns * rows];
    for (let line = 0; line < lines; line++)
      for (let from = 0; from < length; from += piece) {
        const count = Math.min(piece, length - from);
        const at = line * length + from;
        planes.forEach((plane, c) => kernels.put(plane.subarray(at, at + count), this.planes[c]));
        for (const step of steps)
          this.runStep(step, this.planes, count, left + from, top + line, { width, height });
        planes.forEach((plane, c) => kernels.get(plane, at, this.planes[c], count));
      }
  }

  /** Runs a step on `count` pixels at addresses, the first of which lies at column `x` of row `y`. Pre: it is no strip. */
  runStep(
    step: PreparedStep,
    [r, g, b]: RowPlanes,
    count: number,
    x: number,
    y: number,
    { width, height }: Frame,
  ): void {
    const { kernels } = this;
    const { run } = kernels;
    switch (step.kind) {
      case "tables":
        run.applyTable(r, count, this.placeOf(step.tables[0]));
        run.applyTable(g, count, this.placeOf(step.tables[1]));
        run.applyTable(b, count, this.placeOf(step.tables[2]));
        break;
      case "matrix":
        this.placeMatrices(step, [step.matrix]);
        run.applyMatrix(r, g, b, count, this.matrix);
        break;
      case "root-turn":
        this.placeMatrices(step, step.matrices);
        run.rootTurn(r, g, b, count, this.matrix);
        break;
      case "cube-root":
        for (const plane of [r, g, b]) run.cubeRoot(plane, count);
        break;
      case "cube":
        for (const plane of [r, g, b]) run.cube(plane, count);
        break;
      case "radial": {
        if (this.radialPlaced !== step.gain) kernels.put(step.gain, this.radial);
        this.radialPlaced = step.gain;
        const dy = y + 0.5 - height / 2;
        run.radialGain(
          r,
          g,
          b,
          count,
          x + 0.5 - width / 2,
          dy * dy,
          (4 * step.size) / (width * width + height * height),
          this.radial,
        );
        break;
      }
      case "strip":
        throw new Error("strips are run whole");
    }
  }
}
