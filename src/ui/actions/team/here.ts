import type { Membership } from "@/core/library/entities";
import { may, type Role } from "@/core/library/roles";
import type { TakesBack } from "../shared/take-back";

export interface TeamHere extends TakesBack {
  readonly role: Role;
  /** The user at the desk. */
  readonly selfId: string;
  readonly libraryName: string;
  readonly chosen: Membership | undefined;
}

export const governs = ({ role }: Pick<TeamHere, "role">): boolean => may(role, "govern");
export const isSelf = ({ chosen, selfId }: Pick<TeamHere, "chosen" | "selfId">): boolean =>
  chosen?.userId === selfId;
