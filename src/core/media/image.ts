import { defineMedium } from "./define";

export const image = defineMedium({
  piece: "a picture",
  plural: "pictures",
  ownKind: "photo",
  targets: { photo: { plural: "photos" } },
  timed: false,
  takesIn: "PNG, JPEG, TIFF and WebP, up to 120 megapixels and 2 GB, with their colour profiles.",
  endings: ["png", "jpg", "jpeg", "tif", "tiff", "webp"],
  // CIEDE2000: less than an eye can tell (common practice, no source).
  difference: { tooSmall: 0.5, say: (deltaE) => `ΔE ${deltaE.toFixed(2)}` },
});
