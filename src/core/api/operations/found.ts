import Joi from "joi";
import { accountInput, type Account } from "../account";
import { nameOf } from "../fields";
import { operation } from "../operation";

const foundingInput = Joi.object({ library: nameOf("library").required(), account: accountInput.required() });

export const found = operation<{ readonly libraryId: string }, { library: string; account: Account }>()({
  method: "POST",
  path: "/founding/{token}",
  summary: "Make the first account and library of an empty installation",
  needs: "none",
  body: foundingInput,
  answer: "The `libraryId`",
});
