import { defineEntity, type Versioned } from "./define";

/** What a member does not want to see; just one of the five is set. */
export interface Hiding extends Versioned {
  readonly ownerId: string;
  readonly cardId: string | null;
  /** With all that lies in it. */
  readonly folderId: string | null;
  /** The tag alone, where tags are listed: the cards that have it stay. */
  readonly tagId: string | null;
  /** The bare effect, where effects are offered: the cards that have it stay. */
  readonly effect: string | null;
  /** All cards by that maker, compared without case and accents. */
  readonly maker: string | null;
}

export const hiding = defineEntity<Hiding>()({
  noun: "hiding",
  of: "member",
  nameOf: (row) => row.effect ?? row.maker ?? "",
  about: ["cardId", "folderId", "tagId"],
  references: { cardId: "card", folderId: "folder", tagId: "tag" },
  labels: { cardId: "card", folderId: "folder", tagId: "tag" },
});
