import type { Lut } from "./lut";
import { decodeSrgb, encodeSrgb } from "./srgb";

/** Where a value lies between two entries: the lower one and the share of the upper one; outside the domain the end holds. */
function place(value: number, low: number, high: number, size: number): [number, number] {
  const at = Math.min(size - 1, Math.max(0, ((value - low) / (high - low)) * (size - 1)));
  // NaN from hostile pictures becomes the first entry.
  if (!(at >= 0)) return [0, 0];
  const whole = Math.min(size - 2, Math.floor(at));
  return [whole, at - whole];
}

/**
 * Makes a function that replaces the first `count` colours of three planes by a table's. 1D tables are linear between
 * entries; 3D ones trilinear, or tetrahedral: of the six tetrahedra of a cell the one that the colour lies in.
 * With `onLinear` the planes' encoded values are decoded before and encoded after.
 * Sources: Cube LUT Specification 1.0; Kasson, Nin, Plouffe, Hafner, "Performing Color Space Conversions with
 * Three-Dimensional Linear Interpolation", J. Electronic Imaging 4(3), 1995.
 */
export function lookUp(
  lut: Lut,
  interpolation: "trilinear" | "tetrahedral",
  onLinear: boolean,
): (planes: readonly Float32Array[], count: number) => void {
  const { size, values, domainMin, domainMax, shaper } = lut;
  if (shaper) {
    const [first, second] = [
      lookUp(shaper, interpolation, false),
      lookUp({ ...lut, shaper: undefined }, interpolation, false),
    ];
    const each = (f: (x: number) => number, planes: readonly Float32Array[], count: number) =>
      planes.forEach((plane) => {
        for (let i = 0; i < count; i++) plane[i] = f(plane[i]);
      });
    return (planes, count) => {
      if (onLinear) each(decodeSrgb, planes, count);
      first(planes, count);
      second(planes, count);
      if (onLinear) each(encodeSrgb, planes, count);
    };
  }
  const [into, outOf] = onLinear ? [decodeSrgb, encodeSrgb] : [(x: number) => x, (x: number) => x];
  if (size === 1)
    return (planes, count) => planes.forEach((plane, c) => plane.fill(outOf(values[c]), 0, count));
  if (lut.kind === "1d")
    return (planes, count) =>
      planes.forEach((plane, c) => {
        for (let i = 0; i < count; i++) {
          const [at, part] = place(into(plane[i]), domainMin[c], domainMax[c], size);
          const low = values[at * 3 + c];
          plane[i] = outOf(low + (values[at * 3 + 3 + c] - low) * part);
        }
      });
  const [red, green, blue] = [3, 3 * size, 3 * size * size];
  const colour = new Float64Array(3);
  const trilinear = (cell: number, x: number, y: number, z: number) => {
    for (let c = 0; c < 3; c++) {
      const at = cell + c;
      const edge = (from: number) => values[from] + (values[from + red] - values[from]) * x;
      const face = (from: number) => edge(from) + (edge(from + green) - edge(from)) * y;
      colour[c] = face(at) + (face(at + blue) - face(at)) * z;
    }
  };
  const tetrahedral = (cell: number, x: number, y: number, z: number) => {
    // From the cell's first corner along its axes, the largest share first, to its last corner.
    const path = (s1: number, d1: number, s2: number, d2: number, s3: number, d3: number) => {
      for (let c = 0; c < 3; c++) {
        const a = cell + c;
        const [v0, v1, v2, v3] = [values[a], values[a + d1], values[a + d1 + d2], values[a + d1 + d2 + d3]];
        colour[c] = v0 + s1 * (v1 - v0) + s2 * (v2 - v1) + s3 * (v3 - v2);
      }
    };
    if (x >= y) {
      if (y >= z) path(x, red, y, green, z, blue);
      else if (x >= z) path(x, red, z, blue, y, green);
      else path(z, blue, x, red, y, green);
    } else if (x >= z) path(y, green, x, red, z, blue);
    else if (y >= z) path(y, green, z, blue, x, red);
    else path(z, blue, y, green, x, red);
  };
  const between = interpolation === "trilinear" ? trilinear : tetrahedral;
  return ([r, g, b], count) => {
    for (let i = 0; i < count; i++) {
      const [x, px] = place(into(r[i]), domainMin[0], domainMax[0], size);
      const [y, py] = place(into(g[i]), domainMin[1], domainMax[1], size);
      const [z, pz] = place(into(b[i]), domainMin[2], domainMax[2], size);
      between(x * red + y * green + z * blue, px, py, pz);
      r[i] = outOf(colour[0]);
      g[i] = outOf(colour[1]);
      b[i] = outOf(colour[2]);
    }
  };
}
