/** What an alias or a key can stand for, by the field that names it; a new one is a line here and a column of either table. */
export const recalledKinds = {
  cardId: "card",
  searchId: "savedSearch",
  folderId: "folder",
  routineId: "routine",
} as const;

export type RecalledField = keyof typeof recalledKinds;
export const recalledFields = Object.keys(recalledKinds) as RecalledField[];

/** One of these is the id of what is recalled, the others are null. It may be out of use; then nothing is recalled. */
export type Recalled = { readonly [F in RecalledField]: string | null };

export const nothingRecalled: Recalled = { cardId: null, searchId: null, folderId: null, routineId: null };

/** The field that is not null, with the id. */
export const recalledBy = (row: Recalled): { readonly field: RecalledField; readonly id: string } => {
  const field = recalledFields.find((one) => row[one] !== null)!;
  return { field, id: row[field]! };
};

export const isSameRecalled = (a: Recalled, b: Recalled): boolean =>
  recalledFields.every((field) => a[field] === b[field]);

/** What the rows that recall something say of these fields. */
export const recalledFacts = {
  about: recalledFields,
  references: recalledKinds,
  labels: { cardId: "card", searchId: "saved search", folderId: "folder", routineId: "routine" },
  earlier: { routineId: null },
} as const;
