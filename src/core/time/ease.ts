/** How a value goes on to the next keyframe: evenly, not before it is there, or along a cubic Bézier curve (x1, y1, x2, y2), x within 0…1. */
export type Ease = "linear" | "hold" | Bezier;
export type Bezier = readonly [number, number, number, number];

/** Eases with a name. Their numbers are those of CSS Easing Functions Level 1, §2.1 (W3C), from memory. */
export const namedEases = {
  linear: { label: "evenly", ease: "linear" },
  hold: { label: "at once, then held", ease: "hold" },
  gentle: { label: "gently at both ends", ease: [0.42, 0, 0.58, 1] },
  "gentle-start": { label: "gently from the start", ease: [0.42, 0, 1, 1] },
  "gentle-end": { label: "gently to the end", ease: [0, 0, 0.58, 1] },
} as const satisfies Record<string, { readonly label: string; readonly ease: Ease }>;
export type NamedEase = keyof typeof namedEases;
export const easeIds = Object.keys(namedEases) as NamedEase[];

/** The name of an ease; null for a curve of its own. */
export const nameOfEase = (ease: Ease): NamedEase | null =>
  easeIds.find((id) => String(namedEases[id].ease) === String(ease)) ?? null;

const bezier = (a: number, b: number, t: number) =>
  3 * (1 - t) * (1 - t) * t * a + 3 * (1 - t) * t * t * b + t * t * t;

/**
 * How far it has come, 0 at the first keyframe and 1 at the next, once a share `x` (0…1) of the time between has gone by. A
 * Bézier curve may leave 0…1 on the way. Source: CSS Easing Functions Level 1, cubic-bezier(); solved by bisection.
 */
export function eased(ease: Ease, x: number): number {
  if (x >= 1) return 1;
  if (x <= 0 || ease === "hold") return 0;
  if (ease === "linear") return x;
  const [x1, y1, x2, y2] = ease;
  let [low, high] = [0, 1];
  // x grows with t, as its control points lie within 0…1.
  for (let i = 0; i < 54; i++) {
    const middle = (low + high) / 2;
    const there = bezier(x1, x2, middle);
    // Where it is met in the middle of a flat stretch, going on would end at the stretch's edge.
    if (there === x) return bezier(y1, y2, middle);
    if (there < x) low = middle;
    else high = middle;
  }
  return bezier(y1, y2, (low + high) / 2);
}
