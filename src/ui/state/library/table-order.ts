/** What the rows of a table are put in order by. */
export interface RowsBy {
  /** They came in an order that somebody made; else by their names. */
  readonly isOwn: boolean;
  /** The ids of all rows there are, by their names. */
  byName(): readonly string[];
  /** By what a column puts a row. */
  of(column: string, id: string): string | number;
}

const byNames = (ids: readonly string[], all: readonly string[]): string[] => {
  const here = new Set(ids);
  return all.filter((id) => here.has(id));
};

/** The rows in the order that a column gives them, or in that in which they came. Of those that tie, as they came. */
export function inOrder(
  ids: readonly string[],
  by: { readonly by: string; readonly desc: boolean } | null,
  { isOwn, byName, of }: RowsBy,
): readonly string[] {
  if (!by) return ids;
  const upwards = () => {
    if (by.by === "name") return isOwn ? byNames(ids, byName()) : [...ids];
    const keyed = ids.map((id) => [of(by.by, id), id] as const);
    return keyed.sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)).map(([, id]) => id);
  };
  return by.desc ? upwards().reverse() : upwards();
}
