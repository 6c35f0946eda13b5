import Joi from "joi";
import { accountInput, type Account } from "../account";
import { operation } from "../operation";

const acceptInput = Joi.object({ account: accountInput });

export const acceptInvitation = operation<{ readonly libraryId: string }, { account?: Account }>()({
  method: "POST",
  path: "/invitations/{token}/accept",
  summary: "Take an invitation up, with a new account or as who is signed in",
  needs: "none",
  body: acceptInput,
  answer: "The `libraryId`",
});
