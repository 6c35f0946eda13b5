// AssemblyScript, 128-bit SIMD. Rows of pictures and their neighbours; twins in src/core/effects/image/sharpen.ts and src/core/picture/gaussian.ts.
import { cubeRoot } from "./picture";

/** `out = ∛(wr·r + wg·g + wb·b + toe)`, `count` floats. Up to fifteen beyond the last are touched. */
export function lightness(r: usize, g: usize, b: usize, out: usize, count: i32, wr: f32, wg: f32, wb: f32, toe: f32): void {
  const bytes = <usize>count << 2;
  const x = f32x4.splat(wr), y = f32x4.splat(wg), z = f32x4.splat(wb), t = f32x4.splat(toe);
  for (let i: usize = 0; i < bytes; i += 16)
    v128.store(out + i, f32x4.add(f32x4.add(f32x4.mul(x, v128.load(r + i)), f32x4.mul(y, v128.load(g + i))), f32x4.add(f32x4.mul(z, v128.load(b + i)), t)));
  cubeRoot(out, count);
}

/**
 * A symmetric kernel down the columns: `out[i] = k₀·row₀[i] + Σ kₙ·(row₋ₙ[i] + row₊ₙ[i])`. `rows`: the addresses of
 * 2·`reach` + 1 rows from above to below; `kernel`: its middle and its lower half.
 */
export function columns(rows: usize, out: usize, count: i32, kernel: usize, reach: i32): void {
  const bytes = <usize>count << 2;
  const middle = rows + (<usize>reach << 2);
  const k0 = v128.load32_splat(kernel);
  let i: usize = 0;
  for (; i + 64 <= bytes; i += 64) {
    const at = <usize>load<u32>(middle) + i;
    let s0 = f32x4.mul(k0, v128.load(at)), s1 = f32x4.mul(k0, v128.load(at, 16)), s2 = f32x4.mul(k0, v128.load(at, 32)), s3 = f32x4.mul(k0, v128.load(at, 48));
    let above = middle, below = middle, k = kernel;
    for (let n = 0; n < reach; n++) {
      above -= 4;
      below += 4;
      k += 4;
      const a = <usize>load<u32>(above) + i, b = <usize>load<u32>(below) + i;
      const w = v128.load32_splat(k);
      s0 = f32x4.add(s0, f32x4.mul(w, f32x4.add(v128.load(a), v128.load(b))));
      s1 = f32x4.add(s1, f32x4.mul(w, f32x4.add(v128.load(a, 16), v128.load(b, 16))));
      s2 = f32x4.add(s2, f32x4.mul(w, f32x4.add(v128.load(a, 32), v128.load(b, 32))));
      s3 = f32x4.add(s3, f32x4.mul(w, f32x4.add(v128.load(a, 48), v128.load(b, 48))));
    }
    v128.store(out + i, s0);
    v128.store(out + i, s1, 16);
    v128.store(out + i, s2, 32);
    v128.store(out + i, s3, 48);
  }
  for (; i < bytes; i += 16) {
    let sum = f32x4.mul(k0, v128.load(<usize>load<u32>(middle) + i));
    for (let n = 1; n <= reach; n++)
      sum = f32x4.add(sum, f32x4.mul(v128.load32_splat(kernel + (<usize>n << 2)), f32x4.add(v128.load(<usize>load<u32>(middle - (<usize>n << 2)) + i), v128.load(<usize>load<u32>(middle + (<usize>n << 2)) + i))));
    v128.store(out + i, sum);
  }
}

/** Of `sharpen`, loaded as in picture.ts: one, and what is next to black. */
const sharpenNumbers = memory.data<f32>([1, <f32>1e-6]);
const signBit = memory.data<i32>([0x80000000]);

/**
 * Sharpens a row of three planes into three others: adds `share` times what the lightness `sharp` is beyond `soft` and
 * `least`, and scales the colours to the luminance that makes; lightness as `lightness` gives it.
 */
export function sharpen(r: usize, g: usize, b: usize, sharp: usize, soft: usize, count: i32, share: f32, least: f32, toe: f32, or: usize, og: usize, ob: usize): void {
  const bytes = <usize>count << 2;
  const s = f32x4.splat(share), l = f32x4.splat(least), t = f32x4.splat(toe), zero = f32x4.splat(0), one = v128.load32_splat(sharpenNumbers), black = v128.load32_splat(sharpenNumbers, 4), sign = v128.load32_splat(signBit);
  for (let i: usize = 0; i < bytes; i += 16) {
    const x = v128.load(sharp + i);
    const d = f32x4.sub(x, v128.load(soft + i));
    const size = f32x4.pmax(f32x4.sub(v128.andnot(d, sign), l), zero);
    const v = f32x4.add(x, f32x4.mul(s, v128.or(size, v128.and(d, sign))));
    const is = f32x4.sub(f32x4.mul(x, f32x4.mul(x, x)), t);
    const wanted = f32x4.pmax(f32x4.sub(f32x4.mul(v, f32x4.mul(v, v)), t), zero);
    const factor = v128.bitselect(f32x4.div(wanted, is), one, f32x4.gt(is, black));
    v128.store(or + i, f32x4.mul(v128.load(r + i), factor));
    v128.store(og + i, f32x4.mul(v128.load(g + i), factor));
    v128.store(ob + i, f32x4.mul(v128.load(b + i), factor));
  }
}

/**
 * Bilateral filter of a row of three planes: means of the surroundings, weighted by `distance` and by likeness,
 * (1 − d²·scale)⁸ or none, of lightness, and of colour with a quarter of lightness. `rows`: the addresses of 2·`reach` + 1
 * rows of the first plane, then of the second and the third, each with `reach` values more at either end; `distance`: a
 * weight for each of the surroundings, row by row.
 */
export function bilateral(rows: usize, distance: usize, reach: i32, count: i32, scaleL: f32, scaleC: f32, or: usize, og: usize, ob: usize): void {
  const bytes = <usize>count << 2;
  const size = 2 * reach + 1;
  const next = <usize>size << 2;
  const one = f32x4.splat(1), zero = f32x4.splat(0), quarter = f32x4.splat(0.25), sl = f32x4.splat(scaleL), sc = f32x4.splat(scaleC);
  const middle = rows + (<usize>reach << 2);
  for (let i: usize = 0; i < bytes; i += 16) {
    const l = v128.load(<usize>load<u32>(middle) + i), a = v128.load(<usize>load<u32>(middle + next) + i), b = v128.load(<usize>load<u32>(middle + 2 * next) + i);
    let sumL = zero, weightL = zero, sumA = zero, sumB = zero, weightC = zero;
    let d = distance;
    for (let y: usize = 0; y < next; y += 4) {
      let rl = <usize>load<u32>(rows + y) + i - (<usize>reach << 2), ra = <usize>load<u32>(rows + y + next) + i - (<usize>reach << 2), rb = <usize>load<u32>(rows + y + 2 * next) + i - (<usize>reach << 2);
      for (let x = 0; x < size; x++) {
        const near = v128.load32_splat(d);
        const nl = v128.load(rl), na = v128.load(ra), nb = v128.load(rb);
        const dl = f32x4.sub(nl, l), da = f32x4.sub(na, a), db = f32x4.sub(nb, b);
        const dl2 = f32x4.mul(dl, dl);
        let wl = f32x4.pmax(zero, f32x4.sub(one, f32x4.mul(dl2, sl)));
        let wc = f32x4.pmax(zero, f32x4.sub(one, f32x4.mul(f32x4.add(f32x4.add(f32x4.mul(da, da), f32x4.mul(db, db)), f32x4.mul(quarter, dl2)), sc)));
        wl = f32x4.mul(wl, wl);
        wc = f32x4.mul(wc, wc);
        wl = f32x4.mul(wl, wl);
        wc = f32x4.mul(wc, wc);
        wl = f32x4.mul(near, f32x4.mul(wl, wl));
        wc = f32x4.mul(near, f32x4.mul(wc, wc));
        sumL = f32x4.add(sumL, f32x4.mul(wl, nl));
        weightL = f32x4.add(weightL, wl);
        sumA = f32x4.add(sumA, f32x4.mul(wc, na));
        sumB = f32x4.add(sumB, f32x4.mul(wc, nb));
        weightC = f32x4.add(weightC, wc);
        d += 4;
        rl += 4;
        ra += 4;
        rb += 4;
      }
    }
    // The middle itself always counts, so that no weight is nothing.
    v128.store(or + i, f32x4.div(sumL, weightL));
    v128.store(og + i, f32x4.div(sumA, weightC));
    v128.store(ob + i, f32x4.div(sumB, weightC));
  }
}
