import { defineEntity, type Versioned } from "./define";

export interface Folder extends Versioned {
  readonly parentId: string | null;
  readonly name: string;
  /** Fractional index among its siblings, ordered as bytes, ties by id. */
  readonly position: string;
}

export const folder = defineEntity<Folder>()({
  noun: "folder",
  of: "library",
  nameOf: (row) => row.name,
  references: { parentId: "folder" },
  labels: { parentId: "lies in" },
});
