import { kernelBytes } from "./bytes";

interface KernelExports {
  readonly memory: WebAssembly.Memory;
  base(): number;
  applyTable(x: number, count: number, table: number): void;
  applyMatrix(r: number, g: number, b: number, count: number, m: number): void;
  cubeRoot(x: number, count: number): void;
  cube(x: number, count: number): void;
  radialGain(r: number, g: number, b: number, count: number, dx: number, dy2: number, scale: number, table: number): void;
  weightedSum(r: number, g: number, b: number, out: number, count: number, wr: number, wg: number, wb: number): void;
  symmetric(source: number, out: number, count: number, step: number, kernel: number, reach: number): void;
  sharpened(sharp: number, soft: number, out: number, count: number, share: number, least: number): void;
  rescale(r: number, g: number, b: number, is: number, wanted: number, count: number): void;
  cascade(x: number, y: number, frames: number, coefficients: number, state: number, sections: number, until: number, work: number): number;
  network(input: number, out: number, stride: number, frames: number, places: number, direct: number, poles: number, filtered: number, taps: number, outputs: number): void;
}

const pageBytes = 65_536;

let compiled: WebAssembly.Module | null | undefined;

/** The compiled kernels, or null where the machine has no WebAssembly with 128-bit SIMD; then the plain twins serve. */
function kernelModule(): WebAssembly.Module | null {
  if (compiled === undefined)
    try {
      const text = atob(kernelBytes);
      compiled = new WebAssembly.Module(Uint8Array.from(text, (c) => c.charCodeAt(0)));
    } catch {
      compiled = null;
    }
  return compiled;
}

/** An instance of the kernels with a memory of its own, handed out from its beginning on and never given back. */
export class KernelInstance {
  private end: number;
  private floatView: Float32Array;

  private constructor(readonly run: KernelExports) {
    this.end = run.base();
    this.floatView = new Float32Array(run.memory.buffer);
  }

  /** Null where kernels cannot run here. */
  static make(): KernelInstance | null {
    const module = kernelModule();
    return module && new KernelInstance(new WebAssembly.Instance(module, { env: { abort: () => undefined } }).exports as unknown as KernelExports);
  }

  /** An address for that many bytes, a multiple of 16, cleared. */
  reserve(bytes: number): number {
    const at = this.end;
    this.end = (at + bytes + 15) & ~15;
    const { memory } = this.run;
    const lacking = this.end + 16 - memory.buffer.byteLength;
    if (lacking > 0) memory.grow(Math.ceil(lacking / pageBytes));
    return at;
  }

  /** All of the memory as floats; made anew where it has grown. */
  get floats(): Float32Array {
    if (this.floatView.buffer !== this.run.memory.buffer) this.floatView = new Float32Array(this.run.memory.buffer);
    return this.floatView;
  }

  get doubles(): Float64Array {
    return new Float64Array(this.run.memory.buffer);
  }

  get integers(): Int32Array {
    return new Int32Array(this.run.memory.buffer);
  }

  /** Copies floats to an address. */
  put(values: ArrayLike<number>, address: number): void {
    this.floats.set(values, address >> 2);
  }

  /** Copies `count` floats from an address into an array from `at` on. */
  get(into: Float32Array, at: number, address: number, count: number): void {
    into.set(this.floats.subarray(address >> 2, (address >> 2) + count), at);
  }
}
