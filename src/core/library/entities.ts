import type { Chain } from "../chain/model";
import type { Medium } from "../effects/define";
import type { Proof } from "./proof";
import type { Role } from "./roles";

export const targetKinds = ["track", "clip", "bus", "return", "output", "photo", "video clip"] as const;
export type TargetKind = (typeof targetKinds)[number];

/** Targets without material of their own: what feeds them is heard through them. */
export const groupKinds = ["track", "bus", "return", "output"] as const satisfies readonly TargetKind[];
export type GroupKind = (typeof groupKinds)[number];

export const cardLayers = ["supplied", "team", "private"] as const;
export type CardLayer = (typeof cardLayers)[number];

interface Versioned {
  readonly id: string;
  /** Grows by one with every change to the row; a command says which one it saw. */
  readonly version: number;
}

export interface Folder extends Versioned {
  readonly parentId: string | null;
  readonly name: string;
  /** Fractional index among its siblings, ordered as bytes, ties by id. */
  readonly position: string;
}

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

/** `ownerId` null is the team's. */
export interface Alias extends Versioned {
  readonly ownerId: string | null;
  readonly text: string;
  readonly cardId: string;
}

export interface Favourite extends Versioned {
  readonly ownerId: string;
  readonly cardId: string;
  readonly position: string;
}

export interface KeyBinding extends Versioned {
  readonly ownerId: string;
  /** A printed character, see `keys/combination.ts`. */
  readonly key: string;
  readonly cardId: string;
}

/** A share of a target's sound that also goes to a return. */
export interface Send {
  /** Id of a target of kind return. */
  readonly to: string;
  /** dB. */
  readonly level: number;
}

export interface Session extends Versioned {
  readonly name: string;
  readonly medium: Medium;
  readonly position: string;
  readonly removed: boolean;
}

/** That somebody belongs to a library. */
export interface Membership extends Versioned {
  readonly userId: string;
  /** As they are called in this library. */
  readonly name: string;
  readonly role: Role;
  /** No member any more; what they did keeps their name. */
  readonly removed: boolean;
}

export interface Target extends Versioned {
  readonly sessionId: string;
  readonly kind: TargetKind;
  readonly name: string;
  /** Null for tracks, buses, returns and outputs, which only pass on what feeds them. */
  readonly mediaId: string | null;
  readonly position: string;
  /** The target that its sound goes to; null goes straight out. */
  readonly feedsId: string | null;
  /** Where it begins on the session's timeline, in seconds. */
  readonly at: number;
  readonly muted: boolean;
  readonly soloed: boolean;
  readonly sends: readonly Send[];
  readonly chain: Chain;
  readonly strength: number;
  /** The card last applied, at the version that was used. */
  readonly cardId: string | null;
  readonly cardVersion: number | null;
}

/** Every kind of row that changes travel with. */
export interface EntityRows {
  folder: Folder;
  card: Card;
  alias: Alias;
  favourite: Favourite;
  keyBinding: KeyBinding;
  session: Session;
  target: Target;
  member: Membership;
}
export type Entity = keyof EntityRows;
export const entities = ["folder", "card", "alias", "favourite", "keyBinding", "session", "target", "member"] as const satisfies readonly Entity[];
