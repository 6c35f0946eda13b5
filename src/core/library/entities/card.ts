import type { Chain } from "../../chain/model";
import type { Medium, TargetKind } from "../../media";
import type { Proof } from "../proof";
import { defineEntity, type Versioned } from "./define";

export const cardLayers = ["supplied", "team", "private"] as const;
export type CardLayer = (typeof cardLayers)[number];

export interface Card extends Versioned {
  readonly layer: CardLayer;
  readonly name: string;
  readonly medium: Medium;
  readonly fits: readonly TargetKind[];
  /** Home folder; null is unfiled. */
  readonly folderId: string | null;
  readonly note: string;
  /** Number of the current content. */
  readonly contentVersion: number;
  readonly fingerprint: string;
  readonly chain: Chain;
  readonly authorId: string | null;
  readonly addedAt: string;
  readonly withdrawn: boolean;
  /** That the current content was rebuilt from the database and gave the same; null where nobody has tried. */
  readonly proof: Proof | null;
}

export const card = defineEntity<Card>()({
  noun: "card",
  of: "library",
  nameOf: (row) => row.name,
  silent: ["medium", "contentVersion", "fingerprint", "proof"],
  references: { folderId: "folder" },
  labels: { folderId: "filed in" },
});
