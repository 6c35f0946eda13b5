// AssemblyScript, 128-bit SIMD. Pictures as codes, interleaved, to planes of floats and back; twins in src/core/picture/coded.ts.

/** `count` pixels of 16-bit codes, `channels` a pixel, to three planes, each through a table of 65,536 floats. */
export function decode16(codes: usize, channels: i32, count: i32, r: usize, g: usize, b: usize, tr: usize, tg: usize, tb: usize): void {
  const step = <usize>channels << 1;
  const bytes = <usize>count << 2;
  for (let i: usize = 0; i < bytes; i += 4) {
    store<f32>(r + i, load<f32>(tr + (<usize>load<u16>(codes) << 2)));
    store<f32>(g + i, load<f32>(tg + (<usize>load<u16>(codes, 2) << 2)));
    store<f32>(b + i, load<f32>(tb + (<usize>load<u16>(codes, 4) << 2)));
    codes += step;
  }
}

/** The same for 8-bit codes and tables of 256 floats. Up to three pixels beyond the last, and a byte, are touched. */
export function decode8(codes: usize, channels: i32, count: i32, r: usize, g: usize, b: usize, tr: usize, tg: usize, tb: usize): void {
  const step = <usize>channels;
  const end = r + (<usize>count << 2);
  for (; r < end; r += 16) {
    const w0 = load<u32>(codes), w1 = load<u32>(codes + step), w2 = load<u32>(codes + 2 * step), w3 = load<u32>(codes + 3 * step);
    store<f32>(r, load<f32>(tr + ((w0 & 0xff) << 2)));
    store<f32>(g, load<f32>(tg + ((w0 >>> 6) & 0x3fc)));
    store<f32>(b, load<f32>(tb + ((w0 >>> 14) & 0x3fc)));
    store<f32>(r, load<f32>(tr + ((w1 & 0xff) << 2)), 4);
    store<f32>(g, load<f32>(tg + ((w1 >>> 6) & 0x3fc)), 4);
    store<f32>(b, load<f32>(tb + ((w1 >>> 14) & 0x3fc)), 4);
    store<f32>(r, load<f32>(tr + ((w2 & 0xff) << 2)), 8);
    store<f32>(g, load<f32>(tg + ((w2 >>> 6) & 0x3fc)), 8);
    store<f32>(b, load<f32>(tb + ((w2 >>> 14) & 0x3fc)), 8);
    store<f32>(r, load<f32>(tr + ((w3 & 0xff) << 2)), 12);
    store<f32>(g, load<f32>(tg + ((w3 >>> 6) & 0x3fc)), 12);
    store<f32>(b, load<f32>(tb + ((w3 >>> 14) & 0x3fc)), 12);
    codes += 4 * step;
    g += 16;
    b += 16;
  }
}

/*
 * A table of codes has 2,048 entries an octave from 2⁻¹⁴ to 2⁴, and as many for what is negative. Constants are loaded as in
 * picture.ts: a float's sign, where the entries begin in its bits, the last entry, and how many there are.
 */
const shift: i32 = 12;
const entryBits = memory.data<i32>([0x80000000, (127 - 14) << 11, (18 << 11) - 1, 18 << 11]);
/** Of rounding: one, a half, 2²³, beyond which a float's last place is one, and white in codes of 8 and of 16 bits. */
const roundNumbers = memory.data<f32>([1, 0.5, 8388608, 255, 65535]);
const opaqueBits = memory.data<i32>([0xff000000]);

/** Addresses in a code table by four floats' bits; what lies beyond is at the ends, what is negative in the other half. */
// @ts-ignore: decorator
@inline
function entryOf(bits: v128, table: v128, sign: v128, first: v128, last: v128, half: v128): v128 {
  const place = i32x4.sub(i32x4.shr_s(v128.andnot(bits, sign), shift), first);
  const inside = i32x4.min_s(i32x4.max_s(place, i32x4.splat(0)), last);
  return i32x4.add(i32x4.add(inside, table), v128.and(i32x4.shr_s(bits, 31), half));
}

/** Three planes of `count` floats to RGBA, 8 bits each and opaque, through tables of codes. Up to three floats beyond the last are read. */
export function encode8(r: usize, g: usize, b: usize, count: i32, out: usize, tr: usize, tg: usize, tb: usize): void {
  const bytes = <usize>count << 2;
  const sign = v128.load32_splat(entryBits), first = v128.load32_splat(entryBits, 4), last = v128.load32_splat(entryBits, 8), half = v128.load32_splat(entryBits, 12);
  const red = i32x4.splat(<i32>tr), green = i32x4.splat(<i32>tg), blue = i32x4.splat(<i32>tb);
  for (let i: usize = 0; i < bytes; i += 16) {
    const er = entryOf(v128.load(r + i), red, sign, first, last, half), eg = entryOf(v128.load(g + i), green, sign, first, last, half), eb = entryOf(v128.load(b + i), blue, sign, first, last, half);
    const o = out + i;
    store<u32>(o, <u32>load<u8>(<usize>i32x4.extract_lane(er, 0)) | (<u32>load<u8>(<usize>i32x4.extract_lane(eg, 0)) << 8) | (<u32>load<u8>(<usize>i32x4.extract_lane(eb, 0)) << 16) | 0xff000000);
    store<u32>(o, <u32>load<u8>(<usize>i32x4.extract_lane(er, 1)) | (<u32>load<u8>(<usize>i32x4.extract_lane(eg, 1)) << 8) | (<u32>load<u8>(<usize>i32x4.extract_lane(eb, 1)) << 16) | 0xff000000, 4);
    store<u32>(o, <u32>load<u8>(<usize>i32x4.extract_lane(er, 2)) | (<u32>load<u8>(<usize>i32x4.extract_lane(eg, 2)) << 8) | (<u32>load<u8>(<usize>i32x4.extract_lane(eb, 2)) << 16) | 0xff000000, 8);
    store<u32>(o, <u32>load<u8>(<usize>i32x4.extract_lane(er, 3)) | (<u32>load<u8>(<usize>i32x4.extract_lane(eg, 3)) << 8) | (<u32>load<u8>(<usize>i32x4.extract_lane(eb, 3)) << 16) | 0xff000000, 12);
  }
}

// @ts-ignore: decorator
@inline
function rounded(values: v128, scale: v128, one: v128, half: v128, units: v128): v128 {
  // What is no number becomes 0, as black as it can be shown.
  const below = f32x4.floor(f32x4.add(f32x4.mul(f32x4.pmin(one, f32x4.pmax(f32x4.splat(0), values)), scale), half));
  return i32x4.sub(f32x4.add(below, units), units);
}

/** Three planes of `count` encoded floats, 0…1, to RGBA, 8 bits each and opaque, rounded. */
export function round8(r: usize, g: usize, b: usize, count: i32, out: usize): void {
  const bytes = <usize>count << 2;
  const one = v128.load32_splat(roundNumbers), half = v128.load32_splat(roundNumbers, 4), units = v128.load32_splat(roundNumbers, 8), scale = v128.load32_splat(roundNumbers, 12), opaque = v128.load32_splat(opaqueBits);
  for (let i: usize = 0; i < bytes; i += 16) {
    const red = rounded(v128.load(r + i), scale, one, half, units), green = rounded(v128.load(g + i), scale, one, half, units), blue = rounded(v128.load(b + i), scale, one, half, units);
    v128.store(out + i, v128.or(v128.or(red, i32x4.shl(green, 8)), v128.or(i32x4.shl(blue, 16), opaque)));
  }
}

/** Three planes of `count` encoded floats, 0…1, to R G B, 16 bits each, rounded. Up to eight bytes beyond the last are written. */
export function round16(r: usize, g: usize, b: usize, count: i32, out: usize): void {
  const bytes = <usize>count << 2;
  const one = v128.load32_splat(roundNumbers), half = v128.load32_splat(roundNumbers, 4), units = v128.load32_splat(roundNumbers, 8), scale = v128.load32_splat(roundNumbers, 16);
  for (let i: usize = 0; i < bytes; i += 16) {
    const red = rounded(v128.load(r + i), scale, one, half, units), green = rounded(v128.load(g + i), scale, one, half, units), blue = rounded(v128.load(b + i), scale, one, half, units);
    const rg = v128.or(red, i32x4.shl(green, 16));
    store<u32>(out, i32x4.extract_lane(rg, 0));
    store<u16>(out, i32x4.extract_lane(blue, 0), 4);
    store<u32>(out, i32x4.extract_lane(rg, 1), 6);
    store<u16>(out, i32x4.extract_lane(blue, 1), 10);
    store<u32>(out, i32x4.extract_lane(rg, 2), 12);
    store<u16>(out, i32x4.extract_lane(blue, 2), 16);
    store<u32>(out, i32x4.extract_lane(rg, 3), 18);
    store<u16>(out, i32x4.extract_lane(blue, 3), 22);
    out += 24;
  }
}
