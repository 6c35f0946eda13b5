import type { Account } from "../account";
import { operation } from "../operation";
import type { Schemas } from "../schemas";

const acceptInput = ({ Joi, accountInput }: Schemas) => Joi.object({ account: accountInput });

export const acceptInvitation = operation<{ readonly libraryId: string }, { account?: Account }>()({
  method: "POST",
  path: "/invitations/{token}/accept",
  summary: "Take an invitation up, with a new account or as who is signed in",
  needs: "none",
  body: acceptInput,
  answer: "The `libraryId`",
});
