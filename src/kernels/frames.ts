// AssemblyScript, 128-bit SIMD. Rows of decoded moving pictures to R, G and B; the twin in src/core/picture/ycbcr.ts says what the numbers are.

/** `out = 3·near + far`, `count` codes to 16-bit numbers. Up to fifteen beyond the last are touched. */
export function coloursBetween(near: usize, far: usize, count: i32, out: usize): void {
  const three = i16x8.splat(3);
  for (let i: usize = 0; i < <usize>count; i += 8)
    v128.store(out + (i << 1), i16x8.add(i16x8.mul(three, v128.load_ext<u8>(near + i)), v128.load_ext<u8>(far + i)));
}

/** Eight pixels to RGBA by four times their light and colours beyond black and grey, and the factors at `f`. */
// @ts-ignore: decorator
@inline
function rgba(y: v128, u: v128, v: v128, f: usize, out: usize): void {
  const yv0 = v128.shuffle<i16>(y, v, 0, 8, 1, 9, 2, 10, 3, 11), yv1 = v128.shuffle<i16>(y, v, 4, 12, 5, 13, 6, 14, 7, 15);
  const yu0 = v128.shuffle<i16>(y, u, 0, 8, 1, 9, 2, 10, 3, 11), yu1 = v128.shuffle<i16>(y, u, 4, 12, 5, 13, 6, 14, 7, 15);
  const ones = i16x8.splat(1), half = v128.load32_splat(f + 20);
  const v0 = v128.shuffle<i16>(v, ones, 0, 8, 1, 9, 2, 10, 3, 11), v1 = v128.shuffle<i16>(v, ones, 4, 12, 5, 13, 6, 14, 7, 15);
  const fr = v128.load32_splat(f), fg = v128.load32_splat(f + 4), fv = v128.load32_splat(f + 8), fb = v128.load32_splat(f + 12);
  const r = i16x8.narrow_i32x4_s(i32x4.shr_s(i32x4.add(i32x4.dot_i16x8_s(yv0, fr), half), 15), i32x4.shr_s(i32x4.add(i32x4.dot_i16x8_s(yv1, fr), half), 15));
  const g = i16x8.narrow_i32x4_s(i32x4.shr_s(i32x4.add(i32x4.dot_i16x8_s(yu0, fg), i32x4.dot_i16x8_s(v0, fv)), 15), i32x4.shr_s(i32x4.add(i32x4.dot_i16x8_s(yu1, fg), i32x4.dot_i16x8_s(v1, fv)), 15));
  const b = i16x8.narrow_i32x4_s(i32x4.shr_s(i32x4.add(i32x4.dot_i16x8_s(yu0, fb), half), 15), i32x4.shr_s(i32x4.add(i32x4.dot_i16x8_s(yu1, fb), half), 15));
  // Clamped to codes: R and B in one, G and what is opaque in the other.
  const rb = i8x16.narrow_i16x8_u(r, b), ga = i8x16.narrow_i16x8_u(g, v128.load32_splat(f + 16));
  const rg = v128.shuffle<i8>(rb, ga, 0, 16, 1, 17, 2, 18, 3, 19, 4, 20, 5, 21, 6, 22, 7, 23);
  const ba = v128.shuffle<i8>(rb, ga, 8, 24, 9, 25, 10, 26, 11, 27, 12, 28, 13, 29, 14, 30, 15, 31);
  v128.store(out, v128.shuffle<i16>(rg, ba, 0, 8, 1, 9, 2, 10, 3, 11));
  v128.store(out, v128.shuffle<i16>(rg, ba, 4, 12, 5, 13, 6, 14, 7, 15), 16);
}

/**
 * A row of light codes and of `coloursBetween`, half as many and one more, to opaque RGBA. Up to seven pixels beyond the
 * last are touched.
 */
export function rgbaRow(y: usize, u: usize, v: usize, count: i32, f: usize, out: usize): void {
  const black = i16x8.splat(16), grey = i16x8.splat(512);
  for (let i: usize = 0; i < <usize>count; i += 8) {
    const light = i16x8.shl(i16x8.sub(v128.load_ext<u8>(y + i), black), 2);
    const u0 = v128.load_zero<u64>(u + i), v0 = v128.load_zero<u64>(v + i);
    const cb = v128.shuffle<i16>(u0, i16x8.avgr_u(u0, v128.load_zero<u64>(u + i + 2)), 0, 8, 1, 9, 2, 10, 3, 11);
    const cr = v128.shuffle<i16>(v0, i16x8.avgr_u(v0, v128.load_zero<u64>(v + i + 2)), 0, 8, 1, 9, 2, 10, 3, 11);
    rgba(light, i16x8.sub(cb, grey), i16x8.sub(cr, grey), f, out + (i << 2));
  }
}

/** Two rows of light codes and one of each colour to a row of `count` opaque pixels of half the width. Up to seven beyond the last are touched. */
export function rgbaHalf(upper: usize, lower: usize, u: usize, v: usize, count: i32, f: usize, out: usize): void {
  const black = i16x8.splat(64), grey = i16x8.splat(128);
  for (let i: usize = 0; i < <usize>count; i += 8) {
    const sum = i16x8.add(i16x8.extadd_pairwise_i8x16_u(v128.load(upper + (i << 1))), i16x8.extadd_pairwise_i8x16_u(v128.load(lower + (i << 1))));
    const cb = i16x8.shl(i16x8.sub(v128.load_ext<u8>(u + i), grey), 2), cr = i16x8.shl(i16x8.sub(v128.load_ext<u8>(v + i), grey), 2);
    rgba(i16x8.sub(sum, black), cb, cr, f, out + (i << 2));
  }
}
