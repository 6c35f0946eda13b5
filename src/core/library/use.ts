import type { CardHead } from "./entities";
import { childrenOf, upwards, type Branch } from "./tree";
import type { Shelf } from "./shelf";

/** How often cards were applied on a day, and what it took. */
export interface DayOfUse {
  /** As `2026-03-09`, in UTC. */
  readonly day: string;
  readonly uses: number;
  /** Those of which it is known how many keys they took. */
  readonly counted: number;
  /** Keys that those took in all. */
  readonly keys: number;
  /** Keys that browsing would have taken; see `browsingKeys`. */
  readonly browsing: number;
}

/** Days that are told of: half a year of whole weeks. */
export const daysOfUse = 182;

/** The most keys that are believed. */
export const mostKeys = 10_000;

/** Rows that a page key passes. */
const pageOfRows = 20;

/** Keys from the first of some rows to another: by pages, then by steps, up or down. */
function keysToRow(at: number): number {
  const rest = at % pageOfRows;
  const pages = Math.floor(at / pageOfRows);
  return Math.min(pages + rest, pages + 1 + (pageOfRows - rest));
}

/**
 * Keys that it takes to put a card on something by browsing, where one knows its folder: one to the library, those down
 * the tree of folders, each opened by one key and its rows gone down one by one, one into the table, those to the card's
 * row in the order of names, one to put it on. Counted in favour of browsing: nobody looks, reads or errs.
 */
export function browsingKeys(
  card: Pick<CardHead, "id" | "folderId">,
  folders: ReadonlyMap<string, Branch>,
  shelf: Pick<Shelf, "at">,
): number {
  let keys = 3;
  for (const id of card.folderId === null ? [] : upwards(folders, card.folderId)) {
    const folder = folders.get(id);
    if (!folder) break;
    keys += 2 + childrenOf(folders, folder.parentId).findIndex((one) => one.id === id);
  }
  const rows = shelf.at(card.folderId === null ? { kind: "unfiled" } : { kind: "folder", id: card.folderId });
  return Math.min(mostKeys, keys + keysToRow(Math.max(0, rows.indexOf(card.id))));
}

/** Days in their order with those between them on which nothing was applied; from `from` to `to`, as `2026-03-09`. */
export function everyDay(days: readonly DayOfUse[], from: string, to: string): DayOfUse[] {
  const known = new Map(days.map((day) => [day.day, day]));
  const all: DayOfUse[] = [];
  for (let at = Date.parse(from); at <= Date.parse(to); at += 24 * 3_600_000) {
    const day = new Date(at).toISOString().slice(0, 10);
    all.push(known.get(day) ?? { day, uses: 0, counted: 0, keys: 0, browsing: 0 });
  }
  return all;
}

/** Days added up seven by seven, the last week whole; each begins with its first day. */
export function byWeek(days: readonly DayOfUse[]): DayOfUse[] {
  const weeks: DayOfUse[] = [];
  for (let end = days.length; end >= 7; end -= 7) {
    const week = days.slice(end - 7, end);
    const sum = (of: (day: DayOfUse) => number) => week.reduce((total, day) => total + of(day), 0);
    weeks.unshift({
      day: week[0].day,
      uses: sum((d) => d.uses),
      counted: sum((d) => d.counted),
      keys: sum((d) => d.keys),
      browsing: sum((d) => d.browsing),
    });
  }
  return weeks;
}
