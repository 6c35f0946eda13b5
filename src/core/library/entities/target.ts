import type { Chain } from "../../chain/model";
import type { TargetKind } from "../../media";
import type { Part } from "../../media/part";
import { defineEntity, type Versioned } from "./define";

/** A share of a target's sound that also goes to a return. */
export interface Send {
  /** Id of a target of kind return. */
  readonly to: string;
  /** dB. */
  readonly level: number;
}

/** What a target was before it was rendered in place. */
export interface Origin {
  readonly mediaId: string;
  readonly part: Part | null;
  /** Samples of its material; null where that has no length. */
  readonly frames: number | null;
  readonly chain: Chain;
  readonly strength: number;
  readonly cardId: string | null;
  readonly cardVersion: number | null;
  /** What that had been rendered from. */
  readonly origin: Origin | null;
}

export interface Target extends Versioned {
  readonly sessionId: string;
  readonly kind: TargetKind;
  readonly name: string;
  /** Null for tracks, buses, returns and outputs, which only pass on what feeds them. */
  readonly mediaId: string | null;
  /** What of its material it uses; null is all of it. */
  readonly part: Part | null;
  /** What it was rendered from, in place; null where its material is as it was brought in. */
  readonly origin: Origin | null;
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

export const target = defineEntity<Target>()({
  noun: "target",
  of: "session",
  nameOf: (row) => row.name,
  silent: ["cardVersion"],
  earlier: { part: null, origin: null },
  references: { cardId: "card", feedsId: "target" },
  labels: {
    cardId: "card",
    feedsId: "feeds",
    at: "begins at (s)",
    strength: "strength (%)",
    mediaId: "material",
    part: "uses of its material",
    origin: "rendered in place from",
  },
  said: {
    // What it is called is the name of a file, which the history does not know.
    mediaId: () => "a file",
    part: (part: Part | null) => (part ? `${part.from} to ${part.to}` : "all"),
    origin: (origin: Origin | null) => (origin ? `a chain of ${origin.chain.settings.length}` : "nothing"),
  },
});

/** What a target is that nothing is known of yet. */
export const bareTarget = {
  mediaId: null,
  part: null,
  origin: null,
  feedsId: null,
  at: 0,
  muted: false,
  soloed: false,
  sends: [],
  strength: 100,
  cardId: null,
  cardVersion: null,
} as const satisfies Partial<Target>;
