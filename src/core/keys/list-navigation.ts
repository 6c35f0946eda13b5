/** Where a key leads in a list: to a row, taking those between along, or to all of them. */
export type ListMove = { readonly to: number; readonly extend: boolean } | "all";

interface ListState {
  /** The row that is chosen; −1 where none is. */
  readonly at: number;
  readonly count: number;
  /** Rows that a page holds; 10 where nothing is known of it. */
  readonly page?: number;
  /** Whether several rows can be chosen. */
  readonly many?: boolean;
  /** The list belongs to a field that is typed into (pattern Combobox): Home and End belong to the text. */
  readonly typed?: boolean;
}

/**
 * What a key does in a list, by the ARIA Authoring Practices Guide (W3C; patterns Listbox, Grid and Tree View): arrows,
 * Home and End, pages; with Shift what is chosen grows, Ctrl+A takes all. Null where the key means nothing in a list.
 */
export function listMove(
  keys: string,
  { at, count, page = 10, many = false, typed = false }: ListState,
): ListMove | null {
  const extend = many && keys.startsWith("Shift+");
  const key = extend ? keys.slice("Shift+".length) : keys;
  if (many && key === "Ctrl+a") return "all";
  const places: Readonly<Record<string, number>> = {
    ArrowDown: at + 1,
    // Where nothing is chosen, up leads to the end.
    ArrowUp: at === -1 ? count - 1 : at - 1,
    PageDown: at + page,
    PageUp: at - page,
    ...(!typed && { Home: 0, End: count - 1 }),
  };
  if (!Object.hasOwn(places, key)) return null;
  return { to: Math.min(count - 1, Math.max(0, places[key])), extend };
}
