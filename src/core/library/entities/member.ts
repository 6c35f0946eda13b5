import type { Role } from "../roles";
import { defineEntity, type Versioned } from "./define";

/** That somebody belongs to a library. */
export interface Membership extends Versioned {
  readonly userId: string;
  /** As they are called in this library. */
  readonly name: string;
  readonly role: Role;
  /** No member any more; what they did keeps their name. */
  readonly removed: boolean;
}

export const member = defineEntity<Membership>()({
  noun: "member",
  of: "library",
  nameOf: (row) => row.name,
});
