// AssemblyScript, 128-bit SIMD. Each function has a plain twin in src/core/signal, which is its slow truth.

const inaudible: f64 = 1e-20;

/*
 * Sections of a cascade, several in one pass: they do not wait for each other, only each for itself,
 * and for as little as can be: what does not depend on the output is summed first. `c`: b0 b1 b2 a1 a2 of
 * each; `state`: z1 and z2 of each for both channels; from `work` to `end` pairs of doubles.
 */

// @ts-ignore: decorator
@inline
function four(work: usize, end: usize, c: usize, state: usize): void {
  const a0 = v128.load64_splat(c + 0), a1 = v128.load64_splat(c + 8), a2 = v128.load64_splat(c + 16), a3 = v128.load64_splat(c + 24), a4 = v128.load64_splat(c + 32);
  const b0 = v128.load64_splat(c + 40), b1 = v128.load64_splat(c + 48), b2 = v128.load64_splat(c + 56), b3 = v128.load64_splat(c + 64), b4 = v128.load64_splat(c + 72);
  const c0 = v128.load64_splat(c + 80), c1 = v128.load64_splat(c + 88), c2 = v128.load64_splat(c + 96), c3 = v128.load64_splat(c + 104), c4 = v128.load64_splat(c + 112);
  const d0 = v128.load64_splat(c + 120), d1 = v128.load64_splat(c + 128), d2 = v128.load64_splat(c + 136), d3 = v128.load64_splat(c + 144), d4 = v128.load64_splat(c + 152);
  let az = v128.load(state + 0), ay = v128.load(state + 16), bz = v128.load(state + 32), by = v128.load(state + 48), cz = v128.load(state + 64), cy = v128.load(state + 80), dz = v128.load(state + 96), dy = v128.load(state + 112);
  for (let w = work; w < end; w += 16) {
    let x = v128.load(w);
    const a = f64x2.add(f64x2.mul(a0, x), az);
    az = f64x2.sub(f64x2.add(f64x2.mul(a1, x), ay), f64x2.mul(a3, a));
    ay = f64x2.sub(f64x2.mul(a2, x), f64x2.mul(a4, a));
    x = a;
    const b = f64x2.add(f64x2.mul(b0, x), bz);
    bz = f64x2.sub(f64x2.add(f64x2.mul(b1, x), by), f64x2.mul(b3, b));
    by = f64x2.sub(f64x2.mul(b2, x), f64x2.mul(b4, b));
    x = b;
    const c = f64x2.add(f64x2.mul(c0, x), cz);
    cz = f64x2.sub(f64x2.add(f64x2.mul(c1, x), cy), f64x2.mul(c3, c));
    cy = f64x2.sub(f64x2.mul(c2, x), f64x2.mul(c4, c));
    x = c;
    const d = f64x2.add(f64x2.mul(d0, x), dz);
    dz = f64x2.sub(f64x2.add(f64x2.mul(d1, x), dy), f64x2.mul(d3, d));
    dy = f64x2.sub(f64x2.mul(d2, x), f64x2.mul(d4, d));
    x = d;
    v128.store(w, x);
  }
  v128.store(state + 0, az);
  v128.store(state + 16, ay);
  v128.store(state + 32, bz);
  v128.store(state + 48, by);
  v128.store(state + 64, cz);
  v128.store(state + 80, cy);
  v128.store(state + 96, dz);
  v128.store(state + 112, dy);
}

// @ts-ignore: decorator
@inline
function two(work: usize, end: usize, c: usize, state: usize): void {
  const a0 = v128.load64_splat(c + 0), a1 = v128.load64_splat(c + 8), a2 = v128.load64_splat(c + 16), a3 = v128.load64_splat(c + 24), a4 = v128.load64_splat(c + 32);
  const b0 = v128.load64_splat(c + 40), b1 = v128.load64_splat(c + 48), b2 = v128.load64_splat(c + 56), b3 = v128.load64_splat(c + 64), b4 = v128.load64_splat(c + 72);
  let az = v128.load(state + 0), ay = v128.load(state + 16), bz = v128.load(state + 32), by = v128.load(state + 48);
  for (let w = work; w < end; w += 16) {
    let x = v128.load(w);
    const a = f64x2.add(f64x2.mul(a0, x), az);
    az = f64x2.sub(f64x2.add(f64x2.mul(a1, x), ay), f64x2.mul(a3, a));
    ay = f64x2.sub(f64x2.mul(a2, x), f64x2.mul(a4, a));
    x = a;
    const b = f64x2.add(f64x2.mul(b0, x), bz);
    bz = f64x2.sub(f64x2.add(f64x2.mul(b1, x), by), f64x2.mul(b3, b));
    by = f64x2.sub(f64x2.mul(b2, x), f64x2.mul(b4, b));
    x = b;
    v128.store(w, x);
  }
  v128.store(state + 0, az);
  v128.store(state + 16, ay);
  v128.store(state + 32, bz);
  v128.store(state + 48, by);
}

// @ts-ignore: decorator
@inline
function one(work: usize, end: usize, c: usize, state: usize): void {
  const a0 = v128.load64_splat(c + 0), a1 = v128.load64_splat(c + 8), a2 = v128.load64_splat(c + 16), a3 = v128.load64_splat(c + 24), a4 = v128.load64_splat(c + 32);
  let az = v128.load(state + 0), ay = v128.load(state + 16);
  for (let w = work; w < end; w += 16) {
    let x = v128.load(w);
    const a = f64x2.add(f64x2.mul(a0, x), az);
    az = f64x2.sub(f64x2.add(f64x2.mul(a1, x), ay), f64x2.mul(a3, a));
    ay = f64x2.sub(f64x2.mul(a2, x), f64x2.mul(a4, a));
    x = a;
    v128.store(w, x);
  }
  v128.store(state + 0, az);
  v128.store(state + 16, ay);
}

/**
 * A cascade of second-order sections over two channels at once, in double precision: `x` and `y` hold `frames` floats.
 * `coefficients`: b0 b1 b2 a1 a2 of each section; `state`: z1 and z2 of each section for both channels. States that have
 * died away are cleared every 256 samples, counted by `until`; returns the count for the next call.
 */
export function cascade(x: usize, y: usize, frames: i32, coefficients: usize, state: usize, sections: i32, until: i32, work: usize): i32 {
  for (let i = 0; i < frames; i++) {
    const at = <usize>i << 2;
    v128.store(work + (<usize>i << 4), f64x2.promote_low_f32x4(v128.load_lane<u32>(y + at, v128.load_zero<u32>(x + at), 1)));
  }
  let left = until;
  for (let i = 0; i < frames; ) {
    const run = min(frames - i, left);
    const from = work + (<usize>i << 4), end = from + (<usize>run << 4);
    let s = 0;
    for (; s + 4 <= sections; s += 4) four(from, end, coefficients + <usize>s * 40, state + (<usize>s << 5));
    for (; s + 2 <= sections; s += 2) two(from, end, coefficients + <usize>s * 40, state + (<usize>s << 5));
    if (s < sections) one(from, end, coefficients + <usize>s * 40, state + (<usize>s << 5));
    i += run;
    left -= run;
    if (left > 0) continue;
    left = 256;
    const limit = f64x2.splat(inaudible);
    for (let at = state, last = state + (<usize>sections << 5); at < last; at += 32) {
      const z1 = v128.load(at), z2 = v128.load(at, 16);
      const dead = v128.and(f64x2.lt(f64x2.abs(z1), limit), f64x2.lt(f64x2.abs(z2), limit));
      v128.store(at, v128.andnot(z1, dead));
      v128.store(at, v128.andnot(z2, dead), 16);
    }
  }
  for (let i = 0; i < frames; i++) {
    const at = <usize>i << 2;
    const both = f32x4.demote_f64x2_zero(v128.load(work + (<usize>i << 4)));
    v128.store_lane<u32>(x + at, both, 0);
    v128.store_lane<u32>(y + at, both, 1);
  }
  return left;
}

/** `x *= factor`, `frames` floats. */
export function scale(x: usize, frames: i32, factor: f32): void {
  const end = x + (<usize>frames << 2);
  const f = f32x4.splat(factor);
  for (; x < end; x += 16) v128.store(x, f32x4.mul(v128.load(x), f));
}

/** `x *= gains`, `frames` floats. */
export function multiply(x: usize, gains: usize, frames: i32): void {
  const bytes = <usize>frames << 2;
  for (let i: usize = 0; i < bytes; i += 16) v128.store(x + i, f32x4.mul(v128.load(x + i), v128.load(gains + i)));
}

/** `out += factor · x`, `frames` floats. */
export function addScaled(out: usize, x: usize, frames: i32, factor: f32): void {
  const bytes = <usize>frames << 2;
  const f = f32x4.splat(factor);
  for (let i: usize = 0; i < bytes; i += 16) v128.store(out + i, f32x4.add(v128.load(out + i), f32x4.mul(v128.load(x + i), f)));
}

/** `levels = max(levels, |x|)`, `frames` floats. */
export function loudest(levels: usize, x: usize, frames: i32): void {
  const bytes = <usize>frames << 2;
  for (let i: usize = 0; i < bytes; i += 16) v128.store(levels + i, f32x4.pmax(f32x4.abs(v128.load(x + i)), v128.load(levels + i)));
}

/** Exchanges `frames` floats of a signal and a line, which holds it back. */
export function exchange(x: usize, line: usize, frames: i32): void {
  const bytes = <usize>frames << 2;
  let i: usize = 0;
  for (; i + 16 <= bytes; i += 16) {
    const was = v128.load(line + i);
    v128.store(line + i, v128.load(x + i));
    v128.store(x + i, was);
  }
  for (; i < bytes; i += 4) {
    const was = load<f32>(line + i);
    store<f32>(line + i, load<f32>(x + i));
    store<f32>(x + i, was);
  }
}

/** A feedback comb over `frames` floats of a line that does not wrap within them: the line takes `x + amount · line`, `x` becomes what was there. */
export function comb(x: usize, line: usize, frames: i32, amount: f32): void {
  const bytes = <usize>frames << 2;
  const a = f32x4.splat(amount);
  let i: usize = 0;
  for (; i + 16 <= bytes; i += 16) {
    const was = v128.load(line + i);
    v128.store(line + i, f32x4.add(v128.load(x + i), f32x4.mul(a, was)));
    v128.store(x + i, was);
  }
  for (; i < bytes; i += 4) {
    const was = load<f32>(line + i);
    store<f32>(line + i, load<f32>(x + i) + amount * was);
    store<f32>(x + i, was);
  }
}

/** An all-pass section, in the same way: `entering = x + gain · line`, `x = line − gain · entering`. */
export function allPass(x: usize, line: usize, frames: i32, gain: f32): void {
  const bytes = <usize>frames << 2;
  const g = f32x4.splat(gain);
  let i: usize = 0;
  for (; i + 16 <= bytes; i += 16) {
    const was = v128.load(line + i);
    const entering = f32x4.add(v128.load(x + i), f32x4.mul(g, was));
    v128.store(line + i, entering);
    v128.store(x + i, f32x4.sub(was, f32x4.mul(g, entering)));
  }
  for (; i < bytes; i += 4) {
    const was = load<f32>(line + i);
    const entering = load<f32>(x + i) + gain * was;
    store<f32>(line + i, entering);
    store<f32>(x + i, was - gain * entering);
  }
}

/** Constants of `wantedReduction`, loaded before its loop as in picture.ts: of the logarithm, its decibels, one, and the least level. */
const levelNumbers = memory.data<f32>([<f32>2.8853900817779268, <f32>0.9617966939259756, <f32>0.5770780163555854, <f32>0.41219858311113244, <f32>6.020599913279624, 1, <f32>1e-15]);
/** The bits of √½: what lies above them, whole octaves, is the exponent. */
const rootBits = memory.data<i32>([0x3f3504f3]);

/**
 * Linear levels to the reductions in dB that a compressor's curve asks for, `frames` floats: 20·log₁₀ of the level, by
 * log₂ m = 2/ln 2 · artanh((m − 1)/(m + 1)) for a mantissa between √½ and √2, over the threshold, bent within the knee.
 * `slope` = 1 − 1/ratio, `bend` = 1/(2 · knee), or 0 without a knee.
 */
export function wantedReduction(levels: usize, frames: i32, threshold: f32, knee: f32, bend: f32, slope: f32): void {
  const end = levels + (<usize>frames << 2);
  const half = f32x4.splat(0.5 * knee), whole = f32x4.splat(knee), zero = f32x4.splat(0), b = f32x4.splat(bend), s = f32x4.splat(slope), t = f32x4.splat(threshold);
  const c1 = v128.load32_splat(levelNumbers), c3 = v128.load32_splat(levelNumbers, 4), c5 = v128.load32_splat(levelNumbers, 8), c7 = v128.load32_splat(levelNumbers, 12);
  const decibels = v128.load32_splat(levelNumbers, 16), one = v128.load32_splat(levelNumbers, 20), least = v128.load32_splat(levelNumbers, 24);
  const root = v128.load32_splat(rootBits);
  for (; levels < end; levels += 16) {
    const x = f32x4.pmax(v128.load(levels), least);
    const octaves = i32x4.shr_s(i32x4.sub(x, root), 23);
    const m = i32x4.sub(x, i32x4.shl(octaves, 23));
    const q = f32x4.div(f32x4.sub(m, one), f32x4.add(m, one));
    const qq = f32x4.mul(q, q);
    const log = f32x4.add(f32x4.convert_i32x4_s(octaves), f32x4.mul(q, f32x4.add(c1, f32x4.mul(qq, f32x4.add(c3, f32x4.mul(qq, f32x4.add(c5, f32x4.mul(qq, c7))))))));
    const over = f32x4.sub(f32x4.mul(log, decibels), t);
    const within = f32x4.pmin(f32x4.pmax(f32x4.add(over, half), zero), whole);
    v128.store(levels, f32x4.mul(s, f32x4.add(f32x4.mul(b, f32x4.mul(within, within)), f32x4.pmax(f32x4.sub(over, half), zero))));
  }
}

/** Smooths `frames` wanted reductions: they grow by the attack's coefficient and fall by the release's. Takes and returns the last one. */
export function follow(wanted: usize, frames: i32, attack: f64, release: f64, reduction: f64): f64 {
  const end = wanted + (<usize>frames << 2);
  for (; wanted < end; wanted += 4) {
    const w = <f64>load<f32>(wanted);
    const d = reduction - w;
    reduction = w + (d < 0 ? attack : release) * d;
    reduction = reduction < 1e-9 ? 0 : reduction;
    store<f32>(wanted, <f32>reduction);
  }
  return reduction;
}

/** Constants of `gainsOf`: an octave of 6 dB, what leaves a number's nearest integer in its lowest bits when it is added, the polynomial, and the least power. */
const gainNumbers = memory.data<f32>([<f32>0.16609640474436813, <f32>12582912.0, 1, <f32>0.6931471805599453, <f32>0.2402265069591007, <f32>0.05550410866482158, <f32>0.009618129107628477, <f32>0.0013333558146428443, <f32>0.0001540353039338161, -100]);

/** Reductions in dB to linear gains after a make-up gain in dB, `frames` floats: 2ˣ by whole octaves and a polynomial of the sixth degree. */
export function gainsOf(reductions: usize, frames: i32, makeUp: f32): void {
  const end = reductions + (<usize>frames << 2);
  const n = gainNumbers;
  const octave = v128.load32_splat(n), m = f32x4.splat(makeUp), magic = v128.load32_splat(n, 4), c0 = v128.load32_splat(n, 8), c1 = v128.load32_splat(n, 12), c2 = v128.load32_splat(n, 16), c3 = v128.load32_splat(n, 20), c4 = v128.load32_splat(n, 24), c5 = v128.load32_splat(n, 28), c6 = v128.load32_splat(n, 32), least = v128.load32_splat(n, 36);
  for (; reductions < end; reductions += 16) {
    const x = f32x4.pmax(f32x4.mul(f32x4.sub(m, v128.load(reductions)), octave), least);
    const moved = f32x4.add(x, magic);
    const f = f32x4.sub(x, f32x4.sub(moved, magic));
    const power = f32x4.add(c0, f32x4.mul(f, f32x4.add(c1, f32x4.mul(f, f32x4.add(c2, f32x4.mul(f, f32x4.add(c3, f32x4.mul(f, f32x4.add(c4, f32x4.mul(f, f32x4.add(c5, f32x4.mul(f, c6))))))))))));
    v128.store(reductions, i32x4.add(power, i32x4.shl(moved, 23)));
  }
}

/** Four rows of four floats become four columns, `apart` bytes from each other. */
// @ts-ignore: decorator
@inline
function turned(a: v128, b: v128, c: v128, d: v128, out: usize, apart: usize): void {
  const ab = v128.shuffle<f32>(a, b, 0, 4, 1, 5), cd = v128.shuffle<f32>(c, d, 0, 4, 1, 5);
  const ef = v128.shuffle<f32>(a, b, 2, 6, 3, 7), gh = v128.shuffle<f32>(c, d, 2, 6, 3, 7);
  v128.store(out, v128.shuffle<f32>(ab, cd, 0, 1, 4, 5));
  v128.store(out + apart, v128.shuffle<f32>(ab, cd, 2, 3, 6, 7));
  v128.store(out + 2 * apart, v128.shuffle<f32>(ef, gh, 0, 1, 4, 5));
  v128.store(out + 3 * apart, v128.shuffle<f32>(ef, gh, 2, 3, 6, 7));
}

/**
 * A feedback delay network of 16 lines in single precision. `places`: of each line the address of its first sample, its
 * length and its present place (i32 each); a line has room for three more samples at its end. `direct` = gain ·
 * (1 − pole), `poles` and `filtered` (16 floats each), `taps`: 16 floats an output, `outputs` of them, each written to the
 * address that `outs` lists for it. `work`: 320 bytes. `input` and `outs` may be the same memory.
 */
export function network(input: usize, outs: usize, frames: i32, places: usize, direct: usize, poles: usize, filtered: usize, taps: usize, outputs: i32, work: usize): void {
  const d0 = v128.load(direct), d1 = v128.load(direct + 16), d2 = v128.load(direct + 32), d3 = v128.load(direct + 48);
  const p0 = v128.load(poles), p1 = v128.load(poles + 16), p2 = v128.load(poles + 32), p3 = v128.load(poles + 48);
  let f0 = v128.load(filtered), f1 = v128.load(filtered + 16), f2 = v128.load(filtered + 32), f3 = v128.load(filtered + 48);
  const tiny = f32x4.splat(1e-20);
  const alternating = f32x4(1, -1, 1, -1);
  for (let done = 0; done < frames; ) {
    // Up to where the first line wraps, all addresses only grow.
    let run = frames - done;
    for (let k = 0; k < 16; k++) run = min(run, load<i32>(places + <usize>k * 12 + 4) - load<i32>(places + <usize>k * 12 + 8));
    for (let i = 0; i < run; i += 4) {
      // Four samples at a time: rows of lines become columns, one a sample, and back. At the end there may be fewer.
      const count = min(4, run - i);
      for (let group = 0; group < 4; group++) {
        const place = places + <usize>group * 48;
        turned(
          v128.load(load<i32>(place) + ((load<i32>(place, 8) + i) << 2)),
          v128.load(load<i32>(place, 12) + ((load<i32>(place, 20) + i) << 2)),
          v128.load(load<i32>(place, 24) + ((load<i32>(place, 32) + i) << 2)),
          v128.load(load<i32>(place, 36) + ((load<i32>(place, 44) + i) << 2)),
          work + (<usize>group << 4),
          64,
        );
      }
      const at = <usize>(done + i) << 2;
      for (let n: usize = 0; n < <usize>count; n++) {
        const w = work + (n << 6);
        f0 = f32x4.add(f32x4.mul(d0, v128.load(w)), f32x4.mul(p0, f0));
        f1 = f32x4.add(f32x4.mul(d1, v128.load(w, 16)), f32x4.mul(p1, f1));
        f2 = f32x4.add(f32x4.mul(d2, v128.load(w, 32)), f32x4.mul(p2, f2));
        f3 = f32x4.add(f32x4.mul(d3, v128.load(w, 48)), f32x4.mul(p3, f3));
        // What has died away is cleared at once: such numbers are slow, and silence must become silence.
        f0 = v128.and(f0, f32x4.ge(f32x4.abs(f0), tiny));
        f1 = v128.and(f1, f32x4.ge(f32x4.abs(f1), tiny));
        f2 = v128.and(f2, f32x4.ge(f32x4.abs(f2), tiny));
        f3 = v128.and(f3, f32x4.ge(f32x4.abs(f3), tiny));
        const sums = f32x4.add(f32x4.add(f0, f1), f32x4.add(f2, f3));
        const pairs = f32x4.add(sums, v128.shuffle<f32>(sums, sums, 2, 3, 0, 1));
        const total = f32x4.add(pairs, v128.shuffle<f32>(pairs, pairs, 1, 0, 3, 2));
        const entering = v128.load32_splat(input + at + (n << 2));
        for (let c = 0; c < outputs; c++) {
          const t = taps + (<usize>c << 6);
          const dots = f32x4.add(f32x4.add(f32x4.mul(v128.load(t), f0), f32x4.mul(v128.load(t, 16), f1)), f32x4.add(f32x4.mul(v128.load(t, 32), f2), f32x4.mul(v128.load(t, 48), f3)));
          const two = f32x4.add(dots, v128.shuffle<f32>(dots, dots, 2, 3, 0, 1));
          store<f32>(<usize>load<u32>(outs + (<usize>c << 2)) + at + (n << 2), f32x4.extract_lane(two, 0) + f32x4.extract_lane(two, 1));
        }
        const fold = f32x4.sub(f32x4.mul(alternating, entering), f32x4.mul(total, f32x4.splat(<f32>0.125)));
        v128.store(w, f32x4.add(f0, fold));
        v128.store(w, f32x4.add(f1, fold), 16);
        v128.store(w, f32x4.add(f2, fold), 32);
        v128.store(w, f32x4.add(f3, fold), 48);
      }
      for (let group = 0; group < 4; group++) {
        const w = work + (<usize>group << 4);
        const place = places + <usize>group * 48;
        if (count === 4) {
          turned(v128.load(w), v128.load(w, 64), v128.load(w, 128), v128.load(w, 192), work + 256, 16);
          for (let k: usize = 0; k < 4; k++) v128.store(load<i32>(place + k * 12) + ((load<i32>(place + k * 12, 8) + i) << 2), v128.load(work + 256 + (k << 4)));
        } else
          for (let k: usize = 0; k < 4; k++)
            for (let n: usize = 0; n < <usize>count; n++) store<f32>(<usize>(load<i32>(place + k * 12) + ((load<i32>(place + k * 12, 8) + i) << 2)) + (n << 2), load<f32>(w + (n << 6) + (k << 2)));
      }
    }
    done += run;
    for (let k = 0; k < 16; k++) {
      const place = places + <usize>k * 12;
      const next = load<i32>(place + 8) + run;
      store<i32>(place + 8, next === load<i32>(place + 4) ? 0 : next);
    }
  }
  v128.store(filtered, f0);
  v128.store(filtered + 16, f1);
  v128.store(filtered + 32, f2);
  v128.store(filtered + 48, f3);
}

/** Bytes of an interpolator's taps for one phase: 48 floats. */
const phaseBytes: usize = 192;

/** The wave at three places between samples, at four neighbours each, as `waves` left it. */
const wave = memory.data(48, 16);

/** Puts the wave at three places between samples, at four neighbours, into `wave`. */
function waves(x: usize, taps: usize): void {
  // Sums of every other tap, since each waits for what was added before.
  let a = f32x4.splat(0), b = a, c = a, d = a, e = a, f = a;
  for (const end = x + phaseBytes; x < end; x += 8) {
    const u = v128.load(x), v = v128.load(x, 4);
    a = f32x4.add(a, f32x4.mul(u, v128.load32_splat(taps)));
    b = f32x4.add(b, f32x4.mul(u, v128.load32_splat(taps, 192)));
    c = f32x4.add(c, f32x4.mul(u, v128.load32_splat(taps, 384)));
    d = f32x4.add(d, f32x4.mul(v, v128.load32_splat(taps, 4)));
    e = f32x4.add(e, f32x4.mul(v, v128.load32_splat(taps, 196)));
    f = f32x4.add(f, f32x4.mul(v, v128.load32_splat(taps, 388)));
    taps += 8;
  }
  v128.store(wave, f32x4.add(a, d));
  v128.store(wave, f32x4.add(b, e), 16);
  v128.store(wave, f32x4.add(c, f), 32);
}

/**
 * The largest magnitude of `count` sums of 48 neighbours, weighted by each of three sets of taps, 48 floats one after the
 * other: the wave between samples, where the taps are those of an interpolator. `count` is a multiple of four.
 */
export function peakBetween(x: usize, count: i32, taps: usize): f32 {
  const end = x + (<usize>count << 2);
  let most = f32x4.splat(0);
  for (; x < end; x += 16) {
    waves(x, taps);
    most = f32x4.pmax(f32x4.abs(v128.load(wave)), f32x4.pmax(f32x4.abs(v128.load(wave, 16)), f32x4.pmax(f32x4.abs(v128.load(wave, 32)), most)));
  }
  return max(max(f32x4.extract_lane(most, 0), f32x4.extract_lane(most, 1)), max(f32x4.extract_lane(most, 2), f32x4.extract_lane(most, 3)));
}

/** The height of the parabola through three neighbours where the one in the middle is the largest, else the middle itself; magnitudes. */
// @ts-ignore: decorator
@inline
function vertex(before: v128, middle: v128, behind: v128): v128 {
  const a = f32x4.abs(before), b = f32x4.abs(middle), c = f32x4.abs(behind);
  const bend = f32x4.pmax(f32x4.sub(f32x4.sub(f32x4.add(b, b), a), c), f32x4.splat(<f32>1e-20));
  const slope = f32x4.sub(a, c);
  const more = f32x4.div(f32x4.mul(slope, slope), f32x4.mul(f32x4.splat(8), bend));
  return f32x4.add(b, v128.and(more, v128.and(f32x4.ge(b, a), f32x4.ge(b, c))));
}

/**
 * The largest magnitude of the wave around each of `count` samples, 24 of which lie before the first and come with it,
 * and one more before these: at the sample, at three places behind it, and between these by parabolas; `out` keeps what
 * is more. Up to three places more are computed.
 */
export function peaksAround(x: usize, count: i32, taps: usize, out: usize): void {
  const bytes = <usize>count << 2;
  waves(x, taps);
  // Of the third place, the one before each sample is the last sample's.
  let third = v128.shuffle<f32>(v128.load(wave, 32), v128.load(wave, 32), 0, 0, 0, 0);
  for (let i: usize = 0; i < bytes; i += 16) {
    const at = x + i;
    waves(at + 4, taps);
    const one = v128.load(wave), two = v128.load(wave, 16), three = v128.load(wave, 32);
    const before = v128.shuffle<f32>(third, three, 3, 4, 5, 6);
    const own = v128.load(at, 96), next = v128.load(at, 100);
    third = three;
    const most = f32x4.pmax(f32x4.pmax(vertex(before, own, one), vertex(own, one, two)), f32x4.pmax(vertex(one, two, three), vertex(two, three, next)));
    v128.store(out + i, f32x4.pmax(v128.load(out + i), most));
  }
}
