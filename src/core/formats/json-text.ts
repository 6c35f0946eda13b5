import type { Json } from "../chain/model";
import { FormatFault } from "../chain/fault";

/** Deeper nesting than anything Fichier writes; a guard against hostile files. */
const deepest = 32;

function depthOf(value: unknown, limit: number): number {
  if (typeof value !== "object" || value === null) return 0;
  if (limit === 0) return 1;
  let deep = 0;
  for (const part of Object.values(value)) deep = Math.max(deep, depthOf(part, limit - 1));
  return deep + 1;
}

/**
 * Reads JSON (RFC 8259) of at most `longest` characters and 32 levels. Throws a FormatFault that names the line and
 * column of a fault in its syntax.
 */
export function readJsonText(
  text: string,
  longest: number,
  parse: (text: string) => Json = JSON.parse,
): Json {
  if (text.length > longest)
    throw new FormatFault(`The file has ${text.length} characters; at most ${longest} are read.`, "the file");
  let value: Json;
  try {
    value = parse(text.replace(/^\uFEFF/, ""));
  } catch (error) {
    const at = /position (\d+)/.exec(error instanceof Error ? error.message : "")?.[1];
    const before = text.slice(0, at === undefined ? text.length : Number(at)).split("\n");
    throw new FormatFault("This is not JSON.", `line ${before.length}, column ${before.at(-1)!.length + 1}`);
  }
  requireShallow(value);
  return value;
}

/** Throws a FormatFault where values are nested deeper than 32 levels. */
export function requireShallow(value: Json): void {
  if (depthOf(value, deepest) > deepest)
    throw new FormatFault(`Values are nested deeper than ${deepest} levels.`, "the file");
}
