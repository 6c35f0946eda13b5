import type { Medium, TargetKind } from "../../media";
import { defineEntity, type Versioned } from "./define";

export const proposalStates = ["open", "accepted", "declined", "dropped"] as const;
export type ProposalState = (typeof proposalStates)[number];

/** A private card that its member offers to the team, as it was then. Its content is kept under the proposal's own id. */
export interface Proposal extends Versioned {
  /** Who offers it. */
  readonly byId: string;
  /** The private card, which nobody else knows of. */
  readonly ownCardId: string;
  readonly name: string;
  readonly medium: Medium;
  readonly fits: readonly TargetKind[];
  readonly note: string;
  readonly maker: string;
  readonly madeFor: string;
  /** The material that it was kept on. */
  readonly keptOn: string | null;
  readonly effects: readonly string[];
  readonly fingerprint: string;
  /** Where whoever offers it would file it. */
  readonly path: string;
  readonly state: ProposalState;
  /** What was said to it; empty where nothing was. */
  readonly answer: string;
  /** The team's card that it has become; null where it has not. */
  readonly cardId: string | null;
  readonly offeredAt: string;
}

export const proposal = defineEntity<Proposal>()({
  noun: "proposal",
  of: "library",
  nameOf: (row) => row.name,
  silent: ["byId", "ownCardId", "medium", "effects", "fingerprint"],
  references: { cardId: "card" },
  labels: { cardId: "became", madeFor: "made for", path: "for folder" },
});
