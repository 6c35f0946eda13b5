export type Point = readonly [x: number, y: number];

/** Signed distance from a point to a polygon's edge, negative inside. Even-odd rule. */
export function polygonDistance(points: readonly Point[], x: number, y: number): number {
  let nearest = Infinity;
  let inside = false;
  for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
    const [ax, ay] = points[i];
    const [bx, by] = points[j];
    const ex = bx - ax;
    const ey = by - ay;
    const t = Math.min(1, Math.max(0, ((x - ax) * ex + (y - ay) * ey) / (ex * ex + ey * ey)));
    nearest = Math.min(nearest, (x - ax - ex * t) ** 2 + (y - ay - ey * t) ** 2);
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
  }
  return inside ? -Math.sqrt(nearest) : Math.sqrt(nearest);
}

/** Distance to a thick line from a to b. */
export function strokeDistance(
  [ax, ay]: Point,
  [bx, by]: Point,
  width: number,
  x: number,
  y: number,
): number {
  const ex = bx - ax;
  const ey = by - ay;
  const t = Math.min(1, Math.max(0, ((x - ax) * ex + (y - ay) * ey) / (ex * ex + ey * ey)));
  return Math.hypot(x - ax - ex * t, y - ay - ey * t) - width / 2;
}
