import { defineMedium } from "./define";

/** Cards of it are read and kept; there is no material of it yet. */
export const video = defineMedium({
  piece: "video",
  plural: "video",
  ownKind: "video clip",
  targets: { "video clip": { plural: "video clips" } },
  timed: true,
  takesIn: "",
  endings: [],
  // CIEDE2000: less than an eye can tell (common practice, no source).
  difference: { tooSmall: 0.5, say: (deltaE) => `ΔE ${deltaE.toFixed(2)}` },
});
