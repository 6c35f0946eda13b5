import type { Lut } from "../../colour/lut";
import { FormatFault } from "../fault";

/** Limits against hostile files: bytes, and entries along an axis. */
export const longestCube = 64 * 2 ** 20;
const largest = { "1d": 65_536, "3d": 256 } as const;
const longestLine = 250;

type Triple = readonly [number, number, number];

/** Numbers of a line, or a fault that says which line. */
function numbers(words: readonly string[], count: number, where: string): number[] {
  if (words.length !== count) throw new FormatFault(`Expected ${count} number${count === 1 ? "" : "s"} here, found ${words.length}.`, where);
  return words.map((word) => {
    const value = /^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(word) ? Number(word) : NaN;
    if (!Number.isFinite(value)) throw new FormatFault(`“${word.slice(0, 30)}” is not a number.`, where);
    return value;
  });
}

/**
 * Reads a .cube file. At most 64 MB, 65,536 entries of a 1D and 256 along each axis of a 3D table, lines of 250 bytes.
 * Throws a FormatFault with the line. Source: Cube LUT Specification 1.0; lines it does not name are faults.
 */
export function readCube(text: string): Lut {
  if (text.length > longestCube) throw new FormatFault("A .cube file has at most 64 MB.", "line 1");
  let title = "";
  let kind: Lut["kind"] | null = null;
  let size = 0;
  let domainMin: Triple = [0, 0, 0];
  let domainMax: Triple = [1, 1, 1];
  let values: Float32Array | null = null;
  let filled = 0;
  const once = new Set<string>();
  const lines = text.replace(/^\uFEFF/, "").split(/\r\n|\n|\r/);
  for (const [n, line] of lines.entries()) {
    const where = `line ${n + 1}`;
    const trimmed = line.trim();
    if (trimmed === "" || trimmed.startsWith("#")) continue;
    if (line.length > longestLine) throw new FormatFault(`This line is longer than ${longestLine} characters.`, where);
    const [word, ...rest] = trimmed.split(/\s+/);
    if (/^[A-Z_0-9]*[A-Z_]+/.test(word) && !/^[+-]?[\d.]/.test(word)) {
      if (filled > 0) throw new FormatFault(`${word} stands after the first entry of the table.`, where);
      if (once.has(word)) throw new FormatFault(`${word} stands there twice.`, where);
      once.add(word);
      switch (word) {
        case "TITLE": {
          const match = /^TITLE\s+"(.*)"$/.exec(trimmed);
          if (!match) throw new FormatFault("A title stands in double quotes.", where);
          title = match[1];
          break;
        }
        case "LUT_1D_SIZE":
        case "LUT_3D_SIZE": {
          if (kind) throw new FormatFault("A file holds one table, 1D or 3D.", where);
          kind = word === "LUT_1D_SIZE" ? "1d" : "3d";
          [size] = numbers(rest, 1, where);
          if (!Number.isInteger(size) || size < 2 || size > largest[kind]) throw new FormatFault(`The size of a ${kind.toUpperCase()} table is a whole number from 2 to ${largest[kind].toLocaleString("en")}.`, where);
          break;
        }
        case "DOMAIN_MIN":
          domainMin = numbers(rest, 3, where) as unknown as Triple;
          break;
        case "DOMAIN_MAX":
          domainMax = numbers(rest, 3, where) as unknown as Triple;
          break;
        default:
          throw new FormatFault(`“${word.slice(0, 30)}” is no keyword of a .cube file.`, where);
      }
      continue;
    }
    if (!kind) throw new FormatFault("The size of the table, LUT_1D_SIZE or LUT_3D_SIZE, stands before its entries.", where);
    values ??= new Float32Array(3 * (kind === "1d" ? size : size ** 3));
    if (filled === values.length) throw new FormatFault(`The table has more than its ${values.length / 3} entries.`, where);
    values.set(numbers([word, ...rest], 3, where), filled);
    filled += 3;
  }
  const end = `line ${lines.length}`;
  if (!kind) throw new FormatFault("There is no table in this file.", end);
  const wanted = 3 * (kind === "1d" ? size : size ** 3);
  if (!values || filled < wanted) throw new FormatFault(`The table ends after ${filled / 3} of ${wanted / 3} entries.`, end);
  if (domainMin.some((low, c) => low >= domainMax[c])) throw new FormatFault("DOMAIN_MIN must lie below DOMAIN_MAX.", end);
  return { title, kind, size, domainMin, domainMax, values };
}
