/*
 * Codes of luminance and colour differences as those of R, G and B: 8 bits of limited range, ITU-R BT.709. Source: ITU-R
 * BT.709-6, items 3.2 to 3.4 (E'Y = 0.2126 R' + 0.7152 G' + 0.0722 B'; 16…235, 16…240); codes are clamped.
 */

/** One of three planes of a decoded frame: where it begins, and bytes from one row to the next. */
export interface CodedPlane {
  readonly offset: number;
  readonly stride: number;
}

const [kr, kb] = [0.2126, 0.0722];
const kg = 1 - kr - kb;
const luma = Float32Array.from({ length: 256 }, (_, code) => ((code - 16) * 255) / 219);
const scaled = (factor: number) =>
  Float32Array.from({ length: 256 }, (_, code) => (((code - 128) * 255) / 224) * factor);
const redOfCr = scaled(2 * (1 - kr));
const blueOfCb = scaled(2 * (1 - kb));
const greenOfCr = scaled((-2 * kr * (1 - kr)) / kg);
const greenOfCb = scaled((-2 * kb * (1 - kb)) / kg);

/**
 * A frame with colours of half its width and height (4:2:0) as opaque RGBA codes. Colours lie at the left of their pair of
 * pixels and between their two rows (H.273, chroma location 0), and are interpolated. Pre: the size is even.
 */
export function rgbaOfFrame(
  codes: Uint8Array,
  [y, cb, cr]: readonly [CodedPlane, CodedPlane, CodedPlane],
  width: number,
  height: number,
): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(width * height * 4);
  const [halfWidth, halfHeight] = [width / 2, height / 2];
  /** Colours of a row, each of the two as four times its code, and at each pixel of the width. */
  const [us, vs] = [new Uint16Array(halfWidth + 1), new Uint16Array(halfWidth + 1)];
  for (let row = 0; row < height; row++) {
    const near = row >> 1;
    const far = Math.min(halfHeight - 1, Math.max(0, row & 1 ? near + 1 : near - 1));
    const [un, uf] = [cb.offset + near * cb.stride, cb.offset + far * cb.stride];
    const [vn, vf] = [cr.offset + near * cr.stride, cr.offset + far * cr.stride];
    for (let k = 0; k < halfWidth; k++) {
      us[k] = 3 * codes[un + k] + codes[uf + k];
      vs[k] = 3 * codes[vn + k] + codes[vf + k];
    }
    us[halfWidth] = us[halfWidth - 1];
    vs[halfWidth] = vs[halfWidth - 1];
    let at = row * width * 4;
    const from = y.offset + row * y.stride;
    for (let x = 0; x < width; x++, at += 4) {
      const k = x >> 1;
      const [u, v] =
        x & 1
          ? [(us[k] + us[k + 1] + 4) >> 3, (vs[k] + vs[k + 1] + 4) >> 3]
          : [(us[k] + 2) >> 2, (vs[k] + 2) >> 2];
      const light = luma[codes[from + x]];
      out[at] = light + redOfCr[v];
      out[at + 1] = light + greenOfCr[v] + greenOfCb[u];
      out[at + 2] = light + blueOfCb[u];
      out[at + 3] = 255;
    }
  }
  return out;
}

/** The same at half the size: of each square of four pixels the mean, with the colour that they share. */
export function halfRgbaOfFrame(
  codes: Uint8Array,
  [y, cb, cr]: readonly [CodedPlane, CodedPlane, CodedPlane],
  width: number,
  height: number,
): Uint8ClampedArray<ArrayBuffer> {
  const [columns, rows] = [width / 2, height / 2];
  const out = new Uint8ClampedArray(columns * rows * 4);
  for (let row = 0, at = 0; row < rows; row++) {
    const upper = y.offset + 2 * row * y.stride;
    for (let k = 0; k < columns; k++, at += 4) {
      const here = upper + 2 * k;
      const below = here + y.stride;
      const light =
        (luma[codes[here]] + luma[codes[here + 1]] + luma[codes[below]] + luma[codes[below + 1]]) / 4;
      const [u, v] = [codes[cb.offset + row * cb.stride + k], codes[cr.offset + row * cr.stride + k]];
      out[at] = light + redOfCr[v];
      out[at + 1] = light + greenOfCr[v] + greenOfCb[u];
      out[at + 2] = light + blueOfCb[u];
      out[at + 3] = 255;
    }
  }
  return out;
}
