/** CIE L*a*b*: L 0…100. */
export type Lab = readonly [number, number, number];

const degrees = (radians: number) => (radians * 180) / Math.PI;
const radians = (angle: number) => (angle * Math.PI) / 180;
const hue = (a: number, b: number) => (a === 0 && b === 0 ? 0 : (degrees(Math.atan2(b, a)) + 360) % 360);

/**
 * Colour difference CIEDE2000 with all weights 1. Source: Sharma, Wu, Dalal, "The CIEDE2000 Color-Difference Formula:
 * Implementation Notes, Supplementary Test Data, and Mathematical Observations", Color Res. Appl. 30 (2005), equations 2–22.
 */
export function ciede2000([l1, a1, b1]: Lab, [l2, a2, b2]: Lab): number {
  const c7 = ((Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2) ** 7;
  const g = 0.5 * (1 - Math.sqrt(c7 / (c7 + 25 ** 7)));
  const [x1, x2] = [(1 + g) * a1, (1 + g) * a2];
  const [chroma1, chroma2] = [Math.hypot(x1, b1), Math.hypot(x2, b2)];
  const [h1, h2] = [hue(x1, b1), hue(x2, b2)];
  const product = chroma1 * chroma2;
  const turn = h2 - h1;
  const dh = product === 0 ? 0 : Math.abs(turn) <= 180 ? turn : turn > 180 ? turn - 360 : turn + 360;
  const dL = l2 - l1;
  const dC = chroma2 - chroma1;
  const dH = 2 * Math.sqrt(product) * Math.sin(radians(dh / 2));
  const l = (l1 + l2) / 2;
  const c = (chroma1 + chroma2) / 2;
  const sum = h1 + h2;
  const h =
    product === 0 ? sum : Math.abs(turn) <= 180 ? sum / 2 : sum < 360 ? (sum + 360) / 2 : (sum - 360) / 2;
  const t =
    1 -
    0.17 * Math.cos(radians(h - 30)) +
    0.24 * Math.cos(radians(2 * h)) +
    0.32 * Math.cos(radians(3 * h + 6)) -
    0.2 * Math.cos(radians(4 * h - 63));
  const rotation = 30 * Math.exp(-(((h - 275) / 25) ** 2));
  const rc = 2 * Math.sqrt(c ** 7 / (c ** 7 + 25 ** 7));
  const sl = 1 + (0.015 * (l - 50) ** 2) / Math.sqrt(20 + (l - 50) ** 2);
  const sc = 1 + 0.045 * c;
  const sh = 1 + 0.015 * c * t;
  const rt = -Math.sin(radians(2 * rotation)) * rc;
  const [tl, tc, th] = [dL / sl, dC / sc, dH / sh];
  return Math.sqrt(tl * tl + tc * tc + th * th + rt * tc * th);
}
