import type { Role } from "@/core/library/roles";
import { operation, ofLibrary } from "../operation";

/** An invitation that can still be taken up. */
export interface OpenInvitation {
  readonly id: string;
  readonly role: Role;
  readonly madeBy: string;
  readonly madeAt: string;
  readonly expiresAt: string;
}

export const invitations = operation<{ readonly invitations: readonly OpenInvitation[] }>()({
  method: "GET",
  path: `${ofLibrary}/invitations`,
  summary: "The invitations that can still be taken up",
  needs: "govern",
  answer: "`invitations`",
});
