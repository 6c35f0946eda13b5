import type { TargetKind } from "../../media";
import { defineEntity, type Versioned } from "./define";

/** The signs that a folder can bear. */
export const folderSigns = [
  "",
  "wave",
  "waves",
  "wind",
  "rain",
  "sun",
  "moon",
  "bird",
  "ship",
  "anchor",
  "house",
  "hammer",
  "voice",
  "ear",
  "music",
  "camera",
  "film",
  "palette",
  "flame",
  "star",
] as const;
export type FolderSign = (typeof folderSigns)[number];

export interface Folder extends Versioned {
  readonly parentId: string | null;
  readonly name: string;
  /** Fractional index among its siblings, ordered as bytes, ties by id. */
  readonly position: string;
  /** Drawn before its name; empty for none. */
  readonly sign: FolderSign;
  /** The kinds of target of which it takes cards; empty for all. */
  readonly fits: readonly TargetKind[];
  /** The card whose picture is the folder's; null for none. */
  readonly pictureOf: string | null;
}

export const folder = defineEntity<Folder>()({
  noun: "folder",
  of: "library",
  nameOf: (row) => row.name,
  references: { parentId: "folder" },
  earlier: { sign: "", fits: [], pictureOf: null },
  silent: ["pictureOf"],
  labels: { parentId: "lies in", fits: "takes cards for" },
});
