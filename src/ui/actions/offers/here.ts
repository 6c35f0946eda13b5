import type { Proposal } from "@/core/library/entities";
import type { Role } from "@/core/library/roles";
import type { Desk } from "../../data/desk";
import type { TakesBack } from "../shared/take-back";

/** The cards that members offer to the team. */
export interface OffersHere extends TakesBack {
  /** The chosen one. */
  readonly offer: Proposal | undefined;
  readonly role: Role;
  readonly memberId: string;
  readonly act: Desk["act"];
  leave(): void;
}
