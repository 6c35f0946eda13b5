import type { Account } from "../account";
import { operation } from "../operation";
import type { Schemas } from "../schemas";

const foundingInput = ({ Joi, accountInput, nameOf }: Schemas) =>
  Joi.object({ library: nameOf("library").required(), account: accountInput.required() });

export const found = operation<{ readonly libraryId: string }, { library: string; account: Account }>()({
  method: "POST",
  path: "/founding/{token}",
  summary: "Make the first account and library of an empty installation",
  needs: "none",
  body: foundingInput,
  answer: "The `libraryId`",
});
