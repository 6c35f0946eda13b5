import type { Role } from "@/core/library/roles";
import { operation } from "../operation";

export const readInvitation = operation<{
  readonly libraryId: string;
  readonly libraryName: string;
  readonly role: Role;
  readonly inviter: string;
}>()({
  method: "GET",
  path: "/invitations/{token}",
  summary: "What an invitation is to",
  needs: "none",
  answer: "The library's name, the role, and who invites",
});
