import { kernelBytes } from "./bytes";

interface KernelExports {
  readonly memory: WebAssembly.Memory;
  base(): number;
  applyTable(x: number, count: number, table: number): void;
  applyMatrix(r: number, g: number, b: number, count: number, m: number): void;
  cubeRoot(x: number, count: number): void;
  cube(x: number, count: number): void;
  radialGain(
    r: number,
    g: number,
    b: number,
    count: number,
    dx: number,
    dy2: number,
    scale: number,
    table: number,
  ): void;
  symmetric(source: number, out: number, count: number, step: number, kernel: number, reach: number): void;
  rootTurn(r: number, g: number, b: number, count: number, m: number): void;
  mixPlanes(now: number, before: number, count: number, share: number): void;
  decode8(
    codes: number,
    channels: number,
    count: number,
    r: number,
    g: number,
    b: number,
    tr: number,
    tg: number,
    tb: number,
  ): void;
  decode16(
    codes: number,
    channels: number,
    count: number,
    r: number,
    g: number,
    b: number,
    tr: number,
    tg: number,
    tb: number,
  ): void;
  encode8(
    r: number,
    g: number,
    b: number,
    count: number,
    out: number,
    tr: number,
    tg: number,
    tb: number,
  ): void;
  round8(r: number, g: number, b: number, count: number, out: number): void;
  round16(r: number, g: number, b: number, count: number, out: number): void;
  coloursBetween(near: number, far: number, count: number, out: number): void;
  rgbaRow(y: number, u: number, v: number, count: number, factors: number, out: number): void;
  rgbaHalf(
    upper: number,
    lower: number,
    u: number,
    v: number,
    count: number,
    factors: number,
    out: number,
  ): void;
  lightness(
    r: number,
    g: number,
    b: number,
    out: number,
    count: number,
    wr: number,
    wg: number,
    wb: number,
    toe: number,
  ): void;
  columns(rows: number, out: number, count: number, kernel: number, reach: number): void;
  sharpen(
    r: number,
    g: number,
    b: number,
    sharp: number,
    soft: number,
    count: number,
    share: number,
    least: number,
    toe: number,
    or: number,
    og: number,
    ob: number,
  ): void;
  bilateral(
    rows: number,
    distance: number,
    reach: number,
    count: number,
    scaleL: number,
    scaleC: number,
    or: number,
    og: number,
    ob: number,
  ): void;
  cascade(
    x: number,
    y: number,
    frames: number,
    coefficients: number,
    state: number,
    sections: number,
    until: number,
    work: number,
  ): number;
  scale(x: number, frames: number, factor: number): void;
  multiply(x: number, gains: number, frames: number): void;
  addScaled(out: number, x: number, frames: number, factor: number): void;
  loudest(levels: number, x: number, frames: number): void;
  exchange(x: number, line: number, frames: number): void;
  comb(x: number, line: number, frames: number, amount: number): void;
  allPass(x: number, line: number, frames: number, gain: number): void;
  wantedReduction(
    levels: number,
    frames: number,
    threshold: number,
    knee: number,
    bend: number,
    slope: number,
  ): void;
  follow(wanted: number, frames: number, attack: number, release: number, reduction: number): number;
  gainsOf(reductions: number, frames: number, makeUp: number): void;
  peakBetween(x: number, count: number, taps: number): number;
  peaksAround(x: number, count: number, taps: number, out: number): void;
  network(
    input: number,
    outs: number,
    frames: number,
    places: number,
    direct: number,
    poles: number,
    filtered: number,
    taps: number,
    outputs: number,
    work: number,
  ): void;
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

/** An instance of the kernels with a memory of its own, handed out from its beginning on and given back from its end. */
export class KernelInstance {
  private end: number;
  /** What lies below was in use before. */
  private used = 0;
  private views: {
    readonly floats: Float32Array;
    readonly doubles: Float64Array;
    readonly integers: Int32Array;
    readonly bytes: Uint8Array;
    readonly shorts: Uint16Array;
  };

  private constructor(readonly run: KernelExports) {
    this.end = run.base();
    this.views = this.look();
  }

  /** Null where kernels cannot run here. */
  static make(): KernelInstance | null {
    const module = kernelModule();
    return (
      module &&
      new KernelInstance(
        new WebAssembly.Instance(module, { env: { abort: () => undefined } })
          .exports as unknown as KernelExports,
      )
    );
  }

  /** An address for that many bytes, a multiple of 16, cleared. Views of the memory are worthless afterwards. */
  reserve(bytes: number): number {
    const at = this.end;
    this.end = (at + bytes + 15) & ~15;
    const { memory } = this.run;
    const lacking = this.end + 16 - memory.buffer.byteLength;
    if (lacking > 0) memory.grow(Math.ceil(lacking / pageBytes));
    if (at < this.used) this.bytes.fill(0, at, Math.min(this.used, this.end));
    this.used = Math.max(this.used, this.end);
    return at;
  }

  /** The end of what is reserved. */
  get mark(): number {
    return this.end;
  }

  /** Gives back what was reserved since a mark. */
  release(mark: number): void {
    this.end = mark;
  }

  private look() {
    const { buffer } = this.run.memory;
    return {
      floats: new Float32Array(buffer),
      doubles: new Float64Array(buffer),
      integers: new Int32Array(buffer),
      bytes: new Uint8Array(buffer),
      shorts: new Uint16Array(buffer),
    };
  }

  /** Views of all of the memory; made anew where it has grown. */
  private get view() {
    if (this.views.floats.buffer !== this.run.memory.buffer) this.views = this.look();
    return this.views;
  }
  get floats(): Float32Array {
    return this.view.floats;
  }
  get doubles(): Float64Array {
    return this.view.doubles;
  }
  get integers(): Int32Array {
    return this.view.integers;
  }
  get bytes(): Uint8Array {
    return this.view.bytes;
  }
  get shorts(): Uint16Array {
    return this.view.shorts;
  }

  /** A view of `count` floats at an address. Pre: nothing more is reserved while it is used. */
  plane(address: number, count: number): Float32Array {
    return new Float32Array(this.run.memory.buffer, address, count);
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
