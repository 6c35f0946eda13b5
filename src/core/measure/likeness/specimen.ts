import type { ImageMaterial } from "../../chain/run-image";

/** Seconds of a sound that are looked at: long enough for its dynamics, short enough to be rendered some hundred times. */
const longestSpecimen = 2;

/** The part of a range that stands for it, from the middle of it; in samples. */
export function stretchOf(start: number, end: number, sampleRate: number): readonly [number, number] {
  const length = Math.min(end - start, longestSpecimen * sampleRate);
  const from = start + Math.floor((end - start - length) / 2);
  return [from, from + length];
}

/** Longer side of a picture that stands for a larger one, in pixels. */
const largestSpecimen = 200;

/** A picture at a smaller size: each pixel the mean of those it stands for, in linear light. */
export function smaller(picture: ImageMaterial, longest = largestSpecimen): ImageMaterial {
  const scale = Math.max(picture.width, picture.height) / longest;
  if (scale <= 1) return picture;
  const [width, height] = [picture.width, picture.height].map((v) => Math.max(1, Math.round(v / scale)));
  const planes = picture.planes.map((plane) => {
    const out = new Float32Array(width * height);
    for (let y = 0; y < height; y++) {
      const [top, bottom] = [y, y + 1].map((v) => Math.floor((v * picture.height) / height));
      for (let x = 0; x < width; x++) {
        const [left, right] = [x, x + 1].map((v) => Math.floor((v * picture.width) / width));
        let sum = 0;
        for (let row = top; row < bottom; row++)
          for (let i = row * picture.width + left; i < row * picture.width + right; i++) sum += plane[i];
        out[y * width + x] = sum / ((bottom - top) * (right - left));
      }
    }
    return out;
  });
  return { width, height, planes };
}
