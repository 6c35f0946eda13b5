/**
 * The sRGB transfer function. Source: IEC 61966-2-1:1999. Values beyond 0…1 are carried on: negative ones mirrored,
 * large ones along the same power.
 */
export function decodeSrgb(encoded: number): number {
  const a = Math.abs(encoded);
  const linear = a <= 0.04045 ? a / 12.92 : ((a + 0.055) / 1.055) ** 2.4;
  return encoded < 0 ? -linear : linear;
}

/** Inverse of `decodeSrgb`. */
export function encodeSrgb(linear: number): number {
  const a = Math.abs(linear);
  const encoded = a <= 0.0031308 ? a * 12.92 : 1.055 * a ** (1 / 2.4) - 0.055;
  return linear < 0 ? -encoded : encoded;
}

let sixteenBit: Float32Array | null = null;

/** Linear light of every 16-bit sRGB code, 65,536 values, made once. */
export function linearOfCode16(): Float32Array {
  sixteenBit ??= Float32Array.from({ length: 65536 }, (_, code) => decodeSrgb(code / 65535));
  return sixteenBit;
}
