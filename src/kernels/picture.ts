// AssemblyScript, 128-bit SIMD. Each function has a plain twin in src/core/picture, which is its slow truth.

const shift: i32 = 14;
const firstPiece: i32 = (127 - 20) << 9;
const pieces: i32 = 28 << 9;
const tableLength: i32 = pieces + 2;
const nearZero: f32 = 1.0 / 1048576.0;
const beyond: f32 = 256.0;

const tinyShift: i32 = 16;
const firstTiny: i32 = (127 - 52) << 7;
const nearest: f32 = 1.0 / 4503599627370496.0;

/** Where the finer pieces lie that an end of a piece points to, as an address, or 0 where it is a value. */
function placeOf(at: usize, table: usize): usize {
  const word = load<i32>(at);
  return (word & ~0x003fffff) == 0x7fc00000 && (word & 0x003fffff) != 0 ? table + (<usize>(word & 0x003fffff) << 2) : 0;
}

function valueAt(at: usize, table: usize): f32 {
  const place = placeOf(at, table);
  return place ? load<f32>(place + 4) : load<f32>(at);
}

/** One value through a table, by its bits, wherever it lies; see `look` in src/core/numeric/function-table.ts. */
function look(bits: i32, table: usize): f32 {
  const base: i32 = bits < 0 ? tableLength + 1 : 1;
  const magnitude = bits & 0x7fffffff;
  const x = reinterpret<f32>(magnitude);
  const piece = (magnitude >> shift) - firstPiece;
  const at = table + (<usize>base << 2);
  if (piece < 0) {
    const place = placeOf(at - 4, table);
    if (!place) {
      const zero = load<f32>(at - 4);
      return zero + (valueAt(at, table) - zero) * (x / nearZero);
    }
    const tiny = (magnitude >> tinyShift) - firstTiny;
    if (tiny < 0) return load<f32>(place) + (load<f32>(place + 4) - load<f32>(place)) * (x / nearest);
    const end = place + 4 + (<usize>tiny << 2);
    return load<f32>(end) + (load<f32>(end + 4) - load<f32>(end)) * (<f32>(magnitude & 0xffff) * <f32>(1.0 / 65536.0));
  }
  if (piece >= pieces) {
    const last = load<f32>(at + (<usize>pieces << 2));
    const before = valueAt(at + (<usize>(pieces - 1) << 2), table);
    return last + ((last - before) / (beyond * <f32>(1.0 / 1024.0))) * (x - beyond);
  }
  const own = at + (<usize>piece << 2);
  const fraction = magnitude & ((1 << shift) - 1);
  const place = placeOf(own, table);
  if (!place) {
    const low = load<f32>(own);
    return low + (valueAt(own + 4, table) - low) * (<f32>fraction * <f32>(1.0 / 16384.0));
  }
  const rest = shift - <i32>load<f32>(place);
  const end = place + 4 + (<usize>(fraction >> rest) << 2);
  return load<f32>(end) + (load<f32>(end + 4) - load<f32>(end)) * (<f32>(fraction & ((1 << rest) - 1)) / <f32>(1 << rest));
}

/** Replaces `count` floats at `x` (a multiple of four) by the function of a table. */
export function applyTable(x: usize, count: i32, table: usize): void {
  const end = x + (<usize>count << 2);
  const first = i32x4.splat(firstPiece);
  const last = i32x4.splat(pieces);
  const mask = i32x4.splat((1 << shift) - 1);
  const positive = i32x4.splat(<i32>table + 4);
  const negative = i32x4.splat(tableLength);
  const scale = f32x4.splat(<f32>(1.0 / 16384.0));
  for (; x < end; x += 16) {
    const bits = v128.load(x);
    const magnitude = v128.and(bits, i32x4.splat(0x7fffffff));
    const piece = i32x4.sub(i32x4.shr_s(magnitude, shift), first);
    // As unsigned numbers, what lies below is very large: one comparison for both ends.
    if (v128.any_true(i32x4.ge_u(piece, last))) {
      each(x, table);
      continue;
    }
    // Addresses of the pieces' lower ends, straight away.
    const place = i32x4.add(i32x4.shl(i32x4.add(piece, v128.and(i32x4.shr_s(bits, 31), negative)), 2), positive);
    let ab = v128.load_zero<u64>(<usize>i32x4.extract_lane(place, 0));
    ab = v128.load_lane<u64>(<usize>i32x4.extract_lane(place, 1), ab, 1);
    let cd = v128.load_zero<u64>(<usize>i32x4.extract_lane(place, 2));
    cd = v128.load_lane<u64>(<usize>i32x4.extract_lane(place, 3), cd, 1);
    const low = v128.shuffle<f32>(ab, cd, 0, 2, 4, 6);
    const high = v128.shuffle<f32>(ab, cd, 1, 3, 5, 7);
    const part = f32x4.mul(f32x4.convert_i32x4_s(v128.and(magnitude, mask)), scale);
    const value = f32x4.add(low, f32x4.mul(f32x4.sub(high, low), part));
    // What is no number points to finer pieces.
    if (v128.any_true(f32x4.ne(value, value))) each(x, table);
    else v128.store(x, value);
  }
}

function each(x: usize, table: usize): void {
  store<f32>(x, look(load<i32>(x), table));
  store<f32>(x + 4, look(load<i32>(x + 4), table));
  store<f32>(x + 8, look(load<i32>(x + 8), table));
  store<f32>(x + 12, look(load<i32>(x + 12), table));
}

/** Three planes of `count` floats by twelve floats at `m`: rows of a 3×3 matrix with their offsets. */
export function applyMatrix(r: usize, g: usize, b: usize, count: i32, m: usize): void {
  const m0 = v128.load32_splat(m), m1 = v128.load32_splat(m + 4), m2 = v128.load32_splat(m + 8), m3 = v128.load32_splat(m + 12);
  const m4 = v128.load32_splat(m + 16), m5 = v128.load32_splat(m + 20), m6 = v128.load32_splat(m + 24), m7 = v128.load32_splat(m + 28);
  const m8 = v128.load32_splat(m + 32), m9 = v128.load32_splat(m + 36), m10 = v128.load32_splat(m + 40), m11 = v128.load32_splat(m + 44);
  const bytes = <usize>count << 2;
  for (let i: usize = 0; i < bytes; i += 16) {
    const x = v128.load(r + i), y = v128.load(g + i), z = v128.load(b + i);
    v128.store(r + i, f32x4.add(f32x4.add(f32x4.mul(m0, x), f32x4.mul(m1, y)), f32x4.add(f32x4.mul(m2, z), m3)));
    v128.store(g + i, f32x4.add(f32x4.add(f32x4.mul(m4, x), f32x4.mul(m5, y)), f32x4.add(f32x4.mul(m6, z), m7)));
    v128.store(b + i, f32x4.add(f32x4.add(f32x4.mul(m8, x), f32x4.mul(m9, y)), f32x4.add(f32x4.mul(m10, z), m11)));
  }
}

/*
 * Constants of loops are loaded, not written down: a machine that compiles them as they stand puts them together anew, from
 * five instructions each, on every turn. What was loaded before the loop stays in a register, or is one load away.
 */
/** Of `roots`, in the order of its arguments: what it calculates with, and what it does with bits. */
const rootNumbers = memory.data<f32>([<f32>0.99996721, <f32>0.33431578, <f32>0.23713757, 1.0, <f32>(2.0 / 3.0), f32.MAX_VALUE]);
const rootBits = memory.data<i32>([0x80000000, 0x54a00000, 21845]);
/** Of `radialGain`: pixels at once, and 2²³, beyond which a float's last place is one. */
const radialNumbers = memory.data<f32>([4, 8388608]);

/**
 * Cube roots of four floats: a guess at the inverse root r from the number's bits, at most 4 % from it; one turn that
 * brings it to 0.00005, r·p(e) with e = 1 − x·r³ and p the best quadratic for (1 − e)^(−1/3) there; and q·(1 + 2e/3) with
 * q = x·r², which leaves two units in the last place.
 */
// @ts-ignore: decorator
@inline
function roots(v: v128, k0: v128, k1: v128, k2: v128, one: v128, part: v128, most: v128, sign: v128, bias: v128, fraction: v128): v128 {
  const a = f32x4.pmin(v128.andnot(v, sign), most);
  // A third of the bits as a number: their upper half times 21845 = 65535 / 3, in the lower halves of words.
  let r = i32x4.sub(bias, i32x4.dot_i16x8_s(i32x4.shr_u(a, 16), fraction));
  let e = f32x4.sub(one, f32x4.mul(f32x4.mul(a, r), f32x4.mul(r, r)));
  r = f32x4.mul(r, f32x4.add(k0, f32x4.mul(e, f32x4.add(k1, f32x4.mul(k2, e)))));
  const q = f32x4.mul(a, f32x4.mul(r, r));
  e = f32x4.sub(one, f32x4.mul(q, r));
  return v128.or(f32x4.add(q, f32x4.mul(q, f32x4.mul(part, e))), v128.and(v, sign));
}

/** Cube roots of `count` floats. Up to fifteen floats beyond the last are touched. */
export function cubeRoot(x: usize, count: i32): void {
  const end = x + (<usize>count << 2);
  const k0 = v128.load32_splat(rootNumbers), k1 = v128.load32_splat(rootNumbers, 4), k2 = v128.load32_splat(rootNumbers, 8);
  const one = v128.load32_splat(rootNumbers, 12), part = v128.load32_splat(rootNumbers, 16), most = v128.load32_splat(rootNumbers, 20);
  const sign = v128.load32_splat(rootBits), bias = v128.load32_splat(rootBits, 4), fraction = v128.load32_splat(rootBits, 8);
  // Several at a time: each waits for itself at every step, together they fill the waiting.
  for (; x < end; x += 64) {
    const v0 = roots(v128.load(x), k0, k1, k2, one, part, most, sign, bias, fraction);
    const v1 = roots(v128.load(x, 16), k0, k1, k2, one, part, most, sign, bias, fraction);
    const v2 = roots(v128.load(x, 32), k0, k1, k2, one, part, most, sign, bias, fraction);
    const v3 = roots(v128.load(x, 48), k0, k1, k2, one, part, most, sign, bias, fraction);
    v128.store(x, v0);
    v128.store(x, v1, 16);
    v128.store(x, v2, 32);
    v128.store(x, v3, 48);
  }
}

// @ts-ignore: decorator
@inline
function line(m: usize, x: v128, y: v128, z: v128): v128 {
  return f32x4.add(f32x4.add(f32x4.mul(v128.load32_splat(m), x), f32x4.mul(v128.load32_splat(m, 4), y)), f32x4.add(f32x4.mul(v128.load32_splat(m, 8), z), v128.load32_splat(m, 12)));
}

// @ts-ignore: decorator
@inline
function cubed(v: v128): v128 {
  return f32x4.mul(v, f32x4.mul(v, v));
}

/**
 * A matrix, cube roots, a matrix, cubes and a matrix, all on the same three planes: a turn through OKLab and back. `m` holds
 * the three, twelve floats each. One after the other, which is faster than in one loop: that would wait for its roots.
 */
export function rootTurn(r: usize, g: usize, b: usize, count: i32, m: usize): void {
  applyMatrix(r, g, b, count, m);
  cubeRoot(r, count);
  cubeRoot(g, count);
  cubeRoot(b, count);
  const bytes = <usize>count << 2;
  for (let i: usize = 0; i < bytes; i += 16) {
    const l = v128.load(r + i), n = v128.load(g + i), s = v128.load(b + i);
    const p = cubed(line(m + 48, l, n, s)), q = cubed(line(m + 64, l, n, s)), t = cubed(line(m + 80, l, n, s));
    v128.store(r + i, line(m + 96, p, q, t));
    v128.store(g + i, line(m + 112, p, q, t));
    v128.store(b + i, line(m + 128, p, q, t));
  }
}

export function cube(x: usize, count: i32): void {
  const end = x + (<usize>count << 2);
  for (; x < end; x += 16) {
    const v = v128.load(x);
    v128.store(x, f32x4.mul(v, f32x4.mul(v, v)));
  }
}

/**
 * Multiplies a row of three planes by a gain that follows from the distance to the middle: `table` over the square of
 * it, `at = (dx² + dy²) · scale`, for `count` pixels from `dx` on.
 */
export function radialGain(r: usize, g: usize, b: usize, count: i32, dx: f32, dy2: f32, scale: f32, table: usize): void {
  const bytes = <usize>count << 2;
  let x = f32x4.add(f32x4.splat(dx), f32x4(0, 1, 2, 3));
  const y2 = f32x4.splat(dy2);
  const s = f32x4.splat(scale);
  const four = v128.load32_splat(radialNumbers), units = v128.load32_splat(radialNumbers, 4);
  for (let i: usize = 0; i < bytes; i += 16) {
    const at = f32x4.mul(f32x4.add(f32x4.mul(x, x), y2), s);
    const below = f32x4.floor(at);
    const part = f32x4.sub(at, below);
    const piece = i32x4.sub(f32x4.add(below, units), units);
    const a0 = v128.load_zero<u64>(table + (<usize>i32x4.extract_lane(piece, 0) << 2));
    const b0 = v128.load_zero<u64>(table + (<usize>i32x4.extract_lane(piece, 1) << 2));
    const c0 = v128.load_zero<u64>(table + (<usize>i32x4.extract_lane(piece, 2) << 2));
    const d0 = v128.load_zero<u64>(table + (<usize>i32x4.extract_lane(piece, 3) << 2));
    const ab = v128.shuffle<f32>(a0, b0, 0, 4, 1, 5);
    const cd = v128.shuffle<f32>(c0, d0, 0, 4, 1, 5);
    const low = v128.shuffle<f32>(ab, cd, 0, 1, 4, 5);
    const high = v128.shuffle<f32>(ab, cd, 2, 3, 6, 7);
    const gain = f32x4.add(low, f32x4.mul(f32x4.sub(high, low), part));
    v128.store(r + i, f32x4.mul(v128.load(r + i), gain));
    v128.store(g + i, f32x4.mul(v128.load(g + i), gain));
    v128.store(b + i, f32x4.mul(v128.load(b + i), gain));
    x = f32x4.add(x, four);
  }
}

/**
 * A symmetric kernel over neighbours `step` bytes apart: `out[i] = k₀·in[i] + Σ kₙ·(in[i − n·step] + in[i + n·step])`.
 * `kernel` holds its middle and its right half, `reach` entries beyond the middle.
 */
export function symmetric(source: usize, out: usize, count: i32, step: usize, kernel: usize, reach: i32): void {
  const bytes = <usize>count << 2;
  const k0 = v128.load32_splat(kernel);
  let i: usize = 0;
  // Sixteen at a time, so that a weight is fetched once for all of them.
  for (; i + 64 <= bytes; i += 64) {
    const at = source + i;
    let s0 = f32x4.mul(k0, v128.load(at)), s1 = f32x4.mul(k0, v128.load(at, 16)), s2 = f32x4.mul(k0, v128.load(at, 32)), s3 = f32x4.mul(k0, v128.load(at, 48));
    let before = at, behind = at, k = kernel;
    for (let n = 0; n < reach; n++) {
      before -= step;
      behind += step;
      k += 4;
      const w = v128.load32_splat(k);
      s0 = f32x4.add(s0, f32x4.mul(w, f32x4.add(v128.load(before), v128.load(behind))));
      s1 = f32x4.add(s1, f32x4.mul(w, f32x4.add(v128.load(before, 16), v128.load(behind, 16))));
      s2 = f32x4.add(s2, f32x4.mul(w, f32x4.add(v128.load(before, 32), v128.load(behind, 32))));
      s3 = f32x4.add(s3, f32x4.mul(w, f32x4.add(v128.load(before, 48), v128.load(behind, 48))));
    }
    v128.store(out + i, s0);
    v128.store(out + i, s1, 16);
    v128.store(out + i, s2, 32);
    v128.store(out + i, s3, 48);
  }
  for (; i < bytes; i += 16) {
    const at = source + i;
    let sum = f32x4.mul(k0, v128.load(at));
    let before = at, behind = at, k = kernel;
    for (let n = 0; n < reach; n++) {
      before -= step;
      behind += step;
      k += 4;
      sum = f32x4.add(sum, f32x4.mul(v128.load32_splat(k), f32x4.add(v128.load(before), v128.load(behind))));
    }
    v128.store(out + i, sum);
  }
}

/** `now = before + (now − before) · share`, `count` floats. */
export function mixPlanes(now: usize, before: usize, count: i32, share: f32): void {
  const bytes = <usize>count << 2;
  const s = f32x4.splat(share);
  for (let i: usize = 0; i < bytes; i += 16) {
    const b = v128.load(before + i);
    v128.store(now + i, f32x4.add(b, f32x4.mul(f32x4.sub(v128.load(now + i), b), s)));
  }
}
