import { defineMedium } from "./define";

/** Cards of it are read and kept; there is no material of it yet. */
export const video = defineMedium<Record<never, never>>()({
  piece: "video",
  works: false,
  sign: {
    name: "video",
    path: "M1.5 3h13v10h-13z M4.5 3v10 M11.5 3v10 M1.5 6.3h3 M1.5 9.7h3 M11.5 6.3h3 M11.5 9.7h3",
  },
  plural: "video",
  ownKind: "video clip",
  targets: { "video clip": { plural: "video clips" } },
  timed: true,
  takesIn: "",
  endings: [],
  // CIEDE2000: less than an eye can tell (common practice, no source).
  difference: { tooSmall: 0.5, say: (deltaE) => `ΔE ${deltaE.toFixed(2)}` },
});
