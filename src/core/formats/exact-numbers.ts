import type { Json } from "../chain/model";

/*
 * JSON (RFC 8259) sets no bounds to numbers; JavaScript rounds integers beyond 2⁵³ and knows none beyond 10³⁰⁸. What is
 * only carried along keeps the text of such a number, as an object with this one key, until it is written again.
 */
const key = "fichier:number";

const isChanged = (text: string): boolean =>
  /^-?\d+$/.test(text) ? !Number.isSafeInteger(Number(text)) : !Number.isFinite(Number(text));
const stringOrNumber = /"[^"\\]*(?:\\.[^"\\]*)*"|-?\d[\d.eE+-]*/g;

/** `JSON.parse` that keeps the text of numbers which JavaScript would change. Throws a SyntaxError, as that does. */
export function parseExact(text: string): Json {
  const value = JSON.parse(text) as Json;
  let found = false;
  const kept = text.replace(stringOrNumber, (part) => {
    if (part.startsWith('"') || !isChanged(part)) return part;
    found = true;
    return `{"${key}":"${part}"}`;
  });
  return found ? (JSON.parse(kept) as Json) : value;
}

/** `JSON.stringify` of what `parseExact` read: such numbers as they came. */
export const stringifyExact = (value: Json, indent?: number): string =>
  JSON.stringify(value, null, indent).replace(
    new RegExp(`\\{\\s*"${key}":\\s*"(-?\\d[\\d.eE+-]*)"\\s*\\}`, "g"),
    "$1",
  );
