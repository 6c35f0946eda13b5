import { defineMedium } from "./define";

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Pixels of the whole and of its working copies. */
interface PictureMaterial extends Size {
  readonly preview: Size;
  readonly mini: Size;
  /** What was done with its colours when it was decoded, in words. */
  readonly notes?: readonly string[];
}

export const image = defineMedium<PictureMaterial>()({
  piece: "a picture",
  works: true,
  sign: { name: "picture", path: "M1.5 3h13v10h-13z M4 10.5l3-4 2.5 3 1.5-1.5 2 2.5" },
  plural: "pictures",
  ownKind: "photo",
  targets: { photo: { plural: "photos" } },
  timed: false,
  takesIn: "PNG, JPEG, TIFF and WebP, up to 120 megapixels and 2 GB, with their colour profiles.",
  endings: ["png", "jpg", "jpeg", "tif", "tiff", "webp"],
  // CIEDE2000: less than an eye can tell (common practice, no source).
  difference: { tooSmall: 0.5, say: (deltaE) => `ΔE ${deltaE.toFixed(2)}` },
});
