import type { SearchSort } from "../library/entities";
import type { SearchDocument } from "./document";

/** What puts cards in order, the largest first; names come in their own order. */
const values: { readonly [S in SearchSort]: (document: SearchDocument) => number } = {
  name: () => 0,
  added: ({ added }) => added,
  changed: ({ changed }) => changed,
  used: ({ used }) => used ?? 0,
  habit: ({ habit }) => Math.max(0, ...Object.values(habit)),
  length: ({ effects }) => effects.length,
};

export const sortValue = (document: SearchDocument, sort: SearchSort): number => values[sort](document);
