import type { Lut } from "../../colour/lut";
import { FormatFault } from "../../chain/fault";

/** Limits against hostile files: bytes, and entries along an axis. */
export const longestCube = 64 * 2 ** 20;
const largest = { "1d": 65_536, "3d": 256 } as const;
const longestLine = 250;

type Triple = readonly [number, number, number];

/** Numbers of a line, or a fault that says which line. */
function numbers(words: readonly string[], count: number, where: string): number[] {
  if (words.length !== count)
    throw new FormatFault(
      `Expected ${count} number${count === 1 ? "" : "s"} here, found ${words.length}.`,
      where,
    );
  return words.map((word) => {
    const value = /^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(word) ? Number(word) : NaN;
    if (!Number.isFinite(value)) throw new FormatFault(`“${word.slice(0, 30)}” is not a number.`, where);
    return value;
  });
}

/** Lines beside the entries of tables: remarks, keywords and empty ones. */
const mostOtherLines = 10_000;

/** The lines of a text, one after the other, so that a file of nothing but line ends costs no more than it is read. */
function* linesOf(text: string): Generator<string> {
  const ends = /\r\n|\n|\r/g;
  let from = text.startsWith("\uFEFF") ? 1 : 0;
  for (let match = ends.exec(text); match; match = ends.exec(text)) {
    yield text.slice(from, match.index);
    from = ends.lastIndex;
  }
  yield text.slice(from);
}

/** A table that is being read: its size and range, and what has come of it. */
interface Reading {
  readonly kind: Lut["kind"];
  readonly size: number;
  values: Float32Array | null;
  filled: number;
}

const lengthOf = ({ kind, size }: Reading) => 3 * (kind === "1d" ? size : size ** 3);

/**
 * Reads a .cube file. At most 64 MB, 65,536 entries of a 1D and 256 along each axis of a 3D table, lines of 250 bytes,
 * 10,000 lines beside the entries. Throws a FormatFault with the line. Source: Cube LUT Specification 1.0; lines it does
 * not name are faults. Beyond the specification, as several programs write them: a title without quotes; one 1D table
 * (a shaper) before a 3D one, in the order of their sizes; `LUT_1D_INPUT_RANGE` and `LUT_3D_INPUT_RANGE`, the domain of
 * all three channels of one table. With a shaper `DOMAIN_MIN` and `DOMAIN_MAX` are its domain.
 */
export function readCube(text: string): Lut {
  if (text.length > longestCube) throw new FormatFault("A .cube file has at most 64 MB.", "line 1");
  let title = "";
  let domainMin: Triple | null = null;
  let domainMax: Triple | null = null;
  const tables: Reading[] = [];
  const ranges = new Map<Lut["kind"], readonly [number, number]>();
  const once = new Set<string>();
  let current = 0;
  let n = 0;
  let others = 0;
  for (const line of linesOf(text)) {
    const where = `line ${++n}`;
    const trimmed = line.trim();
    const isEntry = /^[+-]?[\d.]/.test(trimmed);
    if (!isEntry && ++others > mostOtherLines)
      throw new FormatFault(
        `There are more than ${mostOtherLines.toLocaleString("en")} lines beside the entries of the table.`,
        where,
      );
    if (trimmed === "" || trimmed.startsWith("#")) continue;
    if (line.length > longestLine)
      throw new FormatFault(`This line is longer than ${longestLine} characters.`, where);
    const [word, ...rest] = trimmed.split(/\s+/);
    if (!isEntry && /^[A-Z_0-9]*[A-Z_]+/.test(word)) {
      if (tables[0]?.values)
        throw new FormatFault(`${word} stands after the first entry of the table.`, where);
      if (once.has(word)) throw new FormatFault(`${word} stands there twice.`, where);
      once.add(word);
      switch (word) {
        case "TITLE":
          title = /^TITLE\s+"(.*)"$/.exec(trimmed)?.[1] ?? trimmed.slice("TITLE".length).trim();
          break;
        case "LUT_1D_SIZE":
        case "LUT_3D_SIZE": {
          const kind = word === "LUT_1D_SIZE" ? "1d" : "3d";
          if (tables[0]?.kind === "3d")
            throw new FormatFault("A 1D table stands before a 3D one, not after it.", where);
          const [size] = numbers(rest, 1, where);
          if (!Number.isInteger(size) || size < 2 || size > largest[kind])
            throw new FormatFault(
              `The size of a ${kind.toUpperCase()} table is a whole number from 2 to ${largest[kind].toLocaleString("en")}.`,
              where,
            );
          tables.push({ kind, size, values: null, filled: 0 });
          break;
        }
        case "DOMAIN_MIN":
          domainMin = numbers(rest, 3, where) as unknown as Triple;
          break;
        case "DOMAIN_MAX":
          domainMax = numbers(rest, 3, where) as unknown as Triple;
          break;
        case "LUT_1D_INPUT_RANGE":
        case "LUT_3D_INPUT_RANGE":
          ranges.set(
            word === "LUT_1D_INPUT_RANGE" ? "1d" : "3d",
            numbers(rest, 2, where) as unknown as readonly [number, number],
          );
          break;
        default:
          throw new FormatFault(`“${word.slice(0, 30)}” is no keyword of a .cube file.`, where);
      }
      continue;
    }
    if (tables.length === 0)
      throw new FormatFault(
        "The size of the table, LUT_1D_SIZE or LUT_3D_SIZE, stands before its entries.",
        where,
      );
    while (current < tables.length && tables[current].filled === lengthOf(tables[current])) current++;
    if (current === tables.length)
      throw new FormatFault(
        `The table has more than its ${tables.reduce((sum, t) => sum + lengthOf(t), 0) / 3} entries.`,
        where,
      );
    const table = tables[current];
    table.values ??= new Float32Array(lengthOf(table));
    table.values.set(numbers([word, ...rest], 3, where), table.filled);
    table.filled += 3;
  }
  const end = `line ${n}`;
  if (tables.length === 0) throw new FormatFault("There is no table in this file.", end);
  const luts = tables.map((table, place): Lut => {
    const { kind, size, values, filled } = table;
    if (!values || filled < lengthOf(table))
      throw new FormatFault(`The table ends after ${filled / 3} of ${lengthOf(table) / 3} entries.`, end);
    const [low, high] = ranges.get(kind) ?? [0, 1];
    const min = (place === 0 && domainMin) || ([low, low, low] as const);
    const max = (place === 0 && domainMax) || ([high, high, high] as const);
    if (min.some((v, c) => v >= max[c])) throw new FormatFault("DOMAIN_MIN must lie below DOMAIN_MAX.", end);
    return { title, kind, size, domainMin: min, domainMax: max, values };
  });
  return luts.length === 1 ? luts[0] : { ...luts[1], shaper: luts[0] };
}
