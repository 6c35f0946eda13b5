import type { SearchDocument } from "../document";
import type { Comparison, Term, Test } from "../query/model";
import { defineField, type QueryField } from "./define";

const hour = 3_600_000;
const day = 24 * hour;
/** Milliseconds. A month and a year are those of the mean Gregorian calendar (365.2425 days). */
const units: Readonly<Record<string, number>> = {
  h: hour,
  d: day,
  w: 7 * day,
  m: (365.2425 / 12) * day,
  y: 365.2425 * day,
};
const age = /^(\d{1,5}(?:\.\d{1,3})?)([hdwmy])$/i;
const date = /^(\d{4})(?:-(\d{1,2})(?:-(\d{1,2}))?)?$/;

/** A stretch of the calendar: from its first millisecond in UTC to the one after its last; null where there is no such date. */
function stretchOf(text: string): readonly [number, number] | null {
  const found = date.exec(text);
  if (!found) return null;
  const [year, month, ofMonth] = found
    .slice(1)
    .map((part) => (part === undefined ? undefined : Number(part)));
  const from = Date.UTC(year!, (month ?? 1) - 1, ofMonth ?? 1);
  const to =
    ofMonth !== undefined
      ? from + day
      : month !== undefined
        ? Date.UTC(year!, month, 1)
        : Date.UTC(year! + 1, 0, 1);
  // 2026-02-30 would be the second of March.
  const is = new Date(from);
  const isThere = is.getUTCMonth() === (month ?? 1) - 1 && is.getUTCDate() === (ofMonth ?? 1);
  return year! >= 1000 && isThere ? [from, to] : null;
}

/** By a date: before, on or after its stretch of the asker's calendar. By an age: younger or older. */
function timeTest(of: (document: SearchDocument) => number | null) {
  return ({ text }: Term, comparison: Comparison | null): Test | string => {
    const old = age.exec(text);
    if (old) {
      const length = Number(old[1]) * units[old[2].toLowerCase()];
      if (comparison === "=") return "An age is compared by < or >: no two moments are the same age.";
      const isOlder = comparison?.startsWith(">") ?? false;
      return {
        kind: "fact",
        passes: true,
        holds: (document, { now }) => {
          const at = of(document);
          if (at === null) return false;
          return isOlder ? now - at > length : now - at <= length;
        },
      };
    }
    const stretch = text.toLowerCase() === "today" ? "today" : stretchOf(text);
    if (stretch === null) return `“${text}” is no date such as 2026-03-31 and no age such as 7d, 6w or 1y.`;
    return {
      kind: "fact",
      passes: stretch === "today",
      holds: (document, { now, offset }) => {
        const at = of(document);
        if (at === null) return false;
        const local = at + offset * 60_000;
        const today = Math.floor((now + offset * 60_000) / day) * day;
        const [from, to] = stretch === "today" ? [today, today + day] : stretch;
        switch (comparison) {
          case "<":
            return local < from;
          case "<=":
            return local < to;
          case ">":
            return local >= to;
          case ">=":
            return local >= from;
          default:
            return local >= from && local < to;
        }
      },
    };
  };
}

/** A field that is a time. */
export const timeField = (
  facts: Omit<QueryField, "read" | "compares" | "offers">,
  of: (document: SearchDocument) => number | null,
): QueryField =>
  defineField({
    ...facts,
    compares: true,
    read: timeTest(of),
    offers: () => [
      { value: "today" },
      { value: "<7d", says: "in the last seven days" },
      { value: ">90d", says: "longer ago than ninety days" },
    ],
  });
