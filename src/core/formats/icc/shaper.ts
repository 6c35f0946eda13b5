import { decodeSrgb } from "../../colour/srgb";

/** sRGB's primaries as a profile holds them, adapted to D50. Source: the ICC's own sRGB profiles. */
const primaries = [
  [0.4361, 0.2225, 0.0139],
  [0.3851, 0.7169, 0.0971],
  [0.1431, 0.0606, 0.7141],
] as const;
const primaryTolerance = 0.002;
/** How far a curve may be from IEC 61966-2-1: less than half a code of 8 bits. */
const curveTolerance = 0.001;

/** Parameters of the parametric curves, type by type, in the order of the file. */
const parametric: readonly ((x: number, p: readonly number[]) => number)[] = [
  (x, [g]) => x ** g,
  (x, [g, a, b]) => (x >= -b / a ? (a * x + b) ** g : 0),
  (x, [g, a, b, c]) => (x >= -b / a ? (a * x + b) ** g + c : c),
  (x, [g, a, b, c, d]) => (x >= d ? (a * x + b) ** g : c * x),
  (x, [g, a, b, c, d, e, f]) => (x >= d ? (a * x + b) ** g + e : c * x + f),
];
const parameterCounts = [1, 3, 4, 5, 7];

/** A curve tag as a function of 0…1, or null where it is none that is known. */
function curveOf(view: DataView, at: number, length: number): ((x: number) => number) | null {
  if (length < 12) return null;
  const type = view.getUint32(at);
  const fixed = (place: number) => view.getInt32(place) / 65536;
  // "para"
  if (type === 0x70617261) {
    const kind = view.getUint16(at + 8);
    const count = parameterCounts[kind];
    if (count === undefined || length < 12 + 4 * count) return null;
    const parameters = Array.from({ length: count }, (_, i) => fixed(at + 12 + 4 * i));
    return (x) => parametric[kind](x, parameters);
  }
  // "curv"
  if (type !== 0x63757276) return null;
  const count = view.getUint32(at + 8);
  if (length < 12 + 2 * count) return null;
  if (count === 0) return (x) => x;
  if (count === 1) return (x) => x ** (view.getUint16(at + 12) / 256);
  return (x) => {
    const place = x * (count - 1);
    const low = Math.min(count - 2, Math.floor(place));
    const value = (i: number) => view.getUint16(at + 12 + 2 * i) / 65535;
    return value(low) + (value(low + 1) - value(low)) * (place - low);
  };
}

/** A profile that is three curves and a matrix to XYZ under D50, or one curve of grey. */
export type Shaper =
  | {
      readonly kind: "rgb";
      readonly curves: readonly ((code: number) => number)[];
      readonly toXyz: readonly (readonly number[])[];
    }
  | { readonly kind: "grey"; readonly curve: (code: number) => number };

/**
 * Reads a profile of curves and a matrix. Null for one that holds tables of colours, which would come first, and for all
 * that cannot be read. Source: ICC.1:2010, 8.3 and 10.
 */
export function readShaper(profile: Uint8Array): Shaper | null {
  const view = new DataView(profile.buffer, profile.byteOffset, profile.byteLength);
  if (profile.length < 132) return null;
  const tags = new Map<string, { at: number; length: number }>();
  const count = Math.min(100, view.getUint32(128));
  for (let i = 0; i < count && 132 + 12 * (i + 1) <= profile.length; i++) {
    const entry = 132 + 12 * i;
    const [at, length] = [view.getUint32(entry + 4), view.getUint32(entry + 8)];
    if (at + length > profile.length) return null;
    tags.set(String.fromCharCode(...profile.subarray(entry, entry + 4)), { at, length });
  }
  if (tags.has("A2B0") || tags.has("B2A0")) return null;
  const curve = (name: string) => {
    const tag = tags.get(name);
    return (tag && curveOf(view, tag.at, tag.length)) ?? null;
  };
  const grey = curve("kTRC");
  if (grey) return { kind: "grey", curve: grey };
  const columns: number[][] = [];
  const curves: ((code: number) => number)[] = [];
  for (const channel of ["r", "g", "b"]) {
    const [tag, own] = [tags.get(`${channel}XYZ`), curve(`${channel}TRC`)];
    if (!tag || tag.length < 20 || !own) return null;
    columns.push([0, 1, 2].map((i) => view.getInt32(tag.at + 8 + 4 * i) / 65536));
    curves.push(own);
  }
  return { kind: "rgb", curves, toXyz: [0, 1, 2].map((row) => columns.map((column) => column[row])) };
}

/** True where a profile stands for sRGB, whoever made it: such codes need no conversion, which would round them. */
export function isSrgb(shaper: Shaper): boolean {
  if (shaper.kind === "grey") return false;
  const { curves, toXyz } = shaper;
  return (
    primaries.every((column, c) =>
      column.every((v, row) => Math.abs(toXyz[row][c] - v) <= primaryTolerance),
    ) &&
    curves.every((curve) =>
      Array.from({ length: 65 }, (_, i) => i / 64).every(
        (x) => Math.abs(curve(x) - decodeSrgb(x)) <= curveTolerance,
      ),
    )
  );
}
