import { defineEntity, type Versioned } from "./define";

/** A word from a tree of words; it implies those it lies in. */
export interface Tag extends Versioned {
  readonly parentId: string | null;
  readonly name: string;
  /** Fractional index among its siblings, ordered as bytes, ties by id. */
  readonly position: string;
}

export const tag = defineEntity<Tag>()({
  noun: "tag",
  of: "library",
  nameOf: (row) => row.name,
  references: { parentId: "tag" },
  labels: { parentId: "lies in" },
});
