import { effectsOf, type Chain } from "../../chain/model";
import type { Medium, TargetKind } from "../../media";
import type { Proof } from "../proof";
import { defineEntity, type Versioned } from "./define";

export const cardLayers = ["supplied", "team", "private"] as const;
export type CardLayer = (typeof cardLayers)[number];

export interface Card extends Versioned {
  readonly layer: CardLayer;
  /** Whose private card it is: only they know of it. Null for all others. */
  readonly ownerId: string | null;
  readonly name: string;
  readonly medium: Medium;
  readonly fits: readonly TargetKind[];
  /** Home folder; null is unfiled. */
  readonly folderId: string | null;
  /** Further folders that it is filed in; never its home. */
  readonly alsoIn: readonly string[];
  /** Its tags, without those that they imply. */
  readonly tagIds: readonly string[];
  readonly note: string;
  /** Who made it, in the words of whoever filed it; empty where nobody said. */
  readonly maker: string;
  /** What it is made for, as `sayFormat` writes it; empty for anything. */
  readonly madeFor: string;
  /** The material that its content was kept on, of which its picture is made; null where it came from elsewhere. */
  readonly keptOn: string | null;
  /** Shared by the cards that are variants of each other; null where there are none. */
  readonly groupId: string | null;
  /** Number of the current content. */
  readonly contentVersion: number;
  readonly fingerprint: string;
  readonly chain: Chain;
  readonly authorId: string | null;
  readonly addedAt: string;
  /** When its chain, name, note, maker, fits or format were last changed; at first when it was added. */
  readonly changedAt: string;
  readonly withdrawn: boolean;
  /** That the current content was rebuilt from the database and gave the same; null where nobody has tried. */
  readonly proof: Proof | null;
}

/**
 * What is known of a card without its content: all that lists, finding and rules ask for. The content is asked for by
 * its fingerprint.
 */
export interface CardHead extends Omit<Card, "chain"> {
  /** The effects of its settings, in their order. */
  readonly effects: readonly string[];
}

/** The fields of a head in the order in which they travel. */
export const headFields = [
  "id",
  "version",
  "layer",
  "name",
  "medium",
  "fits",
  "folderId",
  "note",
  "contentVersion",
  "fingerprint",
  "effects",
  "authorId",
  "addedAt",
  "withdrawn",
  "proof",
  "maker",
  "changedAt",
  "madeFor",
  "groupId",
  "alsoIn",
  "tagIds",
  "ownerId",
  "keptOn",
] as const satisfies readonly (keyof CardHead)[];

const none: readonly string[] = [];

type ValuesOf<Fields extends readonly (keyof CardHead)[]> = {
  readonly [I in keyof Fields]: CardHead[Fields[I]];
};

/** A head from its fields in that order. Written out, which is four times as quick: a hundred thousand are made at once. */
export function headFrom(values: readonly unknown[]): CardHead {
  const of = values as ValuesOf<typeof headFields>;
  return {
    id: of[0],
    version: of[1],
    layer: of[2],
    name: of[3],
    medium: of[4],
    fits: of[5],
    folderId: of[6],
    note: of[7],
    contentVersion: of[8],
    fingerprint: of[9],
    effects: of[10],
    authorId: of[11],
    addedAt: of[12],
    withdrawn: of[13],
    proof: of[14],
    maker: of[15],
    changedAt: of[16],
    madeFor: of[17],
    groupId: of[18],
    // Nearly all have none.
    alsoIn: of[19].length === 0 ? none : of[19],
    tagIds: of[20].length === 0 ? none : of[20],
    ownerId: of[21],
    keptOn: of[22],
  };
}

export const card = defineEntity<Card, CardHead>()({
  noun: "card",
  headOf: ({ chain, ...fields }) => ({ ...fields, ...(chain && { effects: effectsOf(chain) }) }),
  of: "library",
  nameOf: (row) => row.name,
  silent: ["medium", "contentVersion", "fingerprint", "proof", "changedAt", "groupId", "ownerId", "keptOn"],
  references: { folderId: "folder", alsoIn: "folder", tagIds: "tag" },
  labels: { folderId: "filed in", alsoIn: "also filed in", tagIds: "tags", madeFor: "made for" },
  sets: ["alsoIn", "tagIds"],
  earlier: { alsoIn: none, tagIds: none, ownerId: null, keptOn: null },
});
