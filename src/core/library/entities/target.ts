import type { Chain } from "../../chain/model";
import type { TargetKind } from "../../media";
import { defineEntity, type Versioned } from "./define";

/** A share of a target's sound that also goes to a return. */
export interface Send {
  /** Id of a target of kind return. */
  readonly to: string;
  /** dB. */
  readonly level: number;
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

export const target = defineEntity<Target>()({
  noun: "target",
  of: "session",
  nameOf: (row) => row.name,
  silent: ["cardVersion"],
  references: { cardId: "card", feedsId: "target" },
  labels: { cardId: "card", feedsId: "feeds", at: "begins at (s)", strength: "strength (%)" },
});
