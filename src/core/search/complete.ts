import { findField, queryFields } from "./fields";
import type { Offer, Vocabulary } from "./fields/define";
import { fold } from "../text/fold";
import { writeValue } from "./query/print";
import { tokens } from "./tokens";

/** What may stand where one is typing. */
export interface Completion {
  /** The stretch that it takes the place of. */
  readonly start: number;
  readonly end: number;
  readonly text: string;
  readonly says: string;
}

const fieldPart = /(?:^|[\s(,-])([\p{L}]+)$/u;
/** A field, a bracket with values before this one, a comparison, and a value in quotes or without. */
const valuePart = /(?:^|[\s(,-])([\p{L}]+):(?:\((?:[^)]*[,\s])?)?([<>=]*)(?:"([^"]*)|([^\s"(),]*))$/u;
const most = 8;

/** What completes a query where the caret stands; nothing is offered before a letter or a colon was typed. */
export function completions(text: string, caret: number, known: Vocabulary): Completion[] {
  const before = text.slice(0, caret);
  const value = valuePart.exec(before);
  const field = value && findField(value[1]);
  if (field) {
    const [, , comparison, quoted, bare = ""] = value;
    const typed = quoted ?? bare;
    const start = caret - typed.length - (quoted === undefined ? 0 : 1) - comparison.length;
    const wanted = fold(comparison + typed);
    const begins: Offer[] = [];
    const holds: Offer[] = [];
    for (const offer of field.offers?.(known) ?? []) {
      const folded = fold(offer.value);
      if (folded.startsWith(wanted)) begins.push(offer);
      else if (wanted !== "" && tokens(offer.value).some(({ text: word }) => word.startsWith(wanted)))
        holds.push(offer);
      if (begins.length >= most) break;
    }
    return [...begins, ...holds].slice(0, most).map(({ value: offered, says = "" }) => ({
      start,
      end: caret,
      text: `${/^[<>*]/.test(offered) ? offered : writeValue(offered)} `,
      says,
    }));
  }
  const name = fieldPart.exec(before)?.[1];
  if (name === undefined) return [];
  return queryFields
    .filter((one) => one.name.startsWith(name.toLowerCase()) && one.name !== name.toLowerCase())
    .map((one) => ({ start: caret - name.length, end: caret, text: `${one.name}:`, says: one.says }))
    .slice(0, most);
}
