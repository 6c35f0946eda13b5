import { roles, type Role } from "@/core/library/roles";
import type { OpenInvitation } from "./invitations";
import { operation, ofLibrary } from "../operation";
import type { Schemas } from "../schemas";

const invitationInput = ({ Joi }: Schemas) =>
  Joi.object({
    role: Joi.string()
      .valid(...roles)
      .required(),
  });

export const invite = operation<
  { readonly invitation: OpenInvitation; readonly token: string },
  { role: Role }
>()({
  method: "POST",
  path: `${ofLibrary}/invitations`,
  summary: "Invite somebody",
  needs: "govern",
  body: invitationInput,
  answer: "The `invitation`, and its `token`, which is never shown again",
});
