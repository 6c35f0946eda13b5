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

/** The same for 8-bit codes and tables of 256 floats. */
export function decode8(codes: usize, channels: i32, count: i32, r: usize, g: usize, b: usize, tr: usize, tg: usize, tb: usize): void {
  const step = <usize>channels;
  const bytes = <usize>count << 2;
  for (let i: usize = 0; i < bytes; i += 4) {
    store<f32>(r + i, load<f32>(tr + (<usize>load<u8>(codes) << 2)));
    store<f32>(g + i, load<f32>(tg + (<usize>load<u8>(codes, 1) << 2)));
    store<f32>(b + i, load<f32>(tb + (<usize>load<u8>(codes, 2) << 2)));
    codes += step;
  }
}

const shift: i32 = 12;
const firstEntry: i32 = (127 - 14) << 11;
const entries: i32 = 18 << 11;

/** Entries of a code table by four floats' bits: 2,048 an octave from 2⁻¹⁴ to 2⁴, what lies beyond at the ends, negative ones in the other half. */
// @ts-ignore: decorator
@inline
function entryOf(bits: v128): v128 {
  const place = i32x4.sub(i32x4.shr_s(v128.and(bits, i32x4.splat(0x7fffffff)), shift), i32x4.splat(firstEntry));
  const inside = i32x4.min_s(i32x4.max_s(place, i32x4.splat(0)), i32x4.splat(entries - 1));
  return i32x4.add(inside, v128.and(i32x4.shr_s(bits, 31), i32x4.splat(entries)));
}

/** Three planes of `count` floats to RGBA, 8 bits each and opaque, through tables of codes. Up to three floats beyond the last are read. */
export function encode8(r: usize, g: usize, b: usize, count: i32, out: usize, tr: usize, tg: usize, tb: usize): void {
  const bytes = <usize>count << 2;
  for (let i: usize = 0; i < bytes; i += 16) {
    const er = entryOf(v128.load(r + i)), eg = entryOf(v128.load(g + i)), eb = entryOf(v128.load(b + i));
    const o = out + i;
    store<u32>(o, <u32>load<u8>(tr + <usize>i32x4.extract_lane(er, 0)) | (<u32>load<u8>(tg + <usize>i32x4.extract_lane(eg, 0)) << 8) | (<u32>load<u8>(tb + <usize>i32x4.extract_lane(eb, 0)) << 16) | 0xff000000);
    store<u32>(o, <u32>load<u8>(tr + <usize>i32x4.extract_lane(er, 1)) | (<u32>load<u8>(tg + <usize>i32x4.extract_lane(eg, 1)) << 8) | (<u32>load<u8>(tb + <usize>i32x4.extract_lane(eb, 1)) << 16) | 0xff000000, 4);
    store<u32>(o, <u32>load<u8>(tr + <usize>i32x4.extract_lane(er, 2)) | (<u32>load<u8>(tg + <usize>i32x4.extract_lane(eg, 2)) << 8) | (<u32>load<u8>(tb + <usize>i32x4.extract_lane(eb, 2)) << 16) | 0xff000000, 8);
    store<u32>(o, <u32>load<u8>(tr + <usize>i32x4.extract_lane(er, 3)) | (<u32>load<u8>(tg + <usize>i32x4.extract_lane(eg, 3)) << 8) | (<u32>load<u8>(tb + <usize>i32x4.extract_lane(eb, 3)) << 16) | 0xff000000, 12);
  }
}

// @ts-ignore: decorator
@inline
function rounded(values: v128, scale: v128): v128 {
  // What is no number becomes 0, as black as it can be shown.
  return i32x4.trunc_sat_f32x4_u(f32x4.add(f32x4.mul(f32x4.pmin(f32x4.splat(1), f32x4.pmax(f32x4.splat(0), values)), scale), f32x4.splat(0.5)));
}

/** Three planes of `count` encoded floats, 0…1, to RGBA, 8 bits each and opaque, rounded. */
export function round8(r: usize, g: usize, b: usize, count: i32, out: usize): void {
  const bytes = <usize>count << 2;
  const scale = f32x4.splat(255), opaque = i32x4.splat(0xff000000);
  for (let i: usize = 0; i < bytes; i += 16) {
    const red = rounded(v128.load(r + i), scale), green = rounded(v128.load(g + i), scale), blue = rounded(v128.load(b + i), scale);
    v128.store(out + i, v128.or(v128.or(red, i32x4.shl(green, 8)), v128.or(i32x4.shl(blue, 16), opaque)));
  }
}

/** Three planes of `count` encoded floats, 0…1, to R G B, 16 bits each, rounded. Up to eight bytes beyond the last are written. */
export function round16(r: usize, g: usize, b: usize, count: i32, out: usize): void {
  const bytes = <usize>count << 2;
  const scale = f32x4.splat(65535);
  for (let i: usize = 0; i < bytes; i += 16) {
    const red = rounded(v128.load(r + i), scale), green = rounded(v128.load(g + i), scale), blue = rounded(v128.load(b + i), scale);
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
