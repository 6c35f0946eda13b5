import Joi from "joi";
import { newPassword, password } from "../account";
import { operation } from "../operation";

const passwordInput = Joi.object({ current: password.required(), next: newPassword.required() });

export const changePassword = operation<{ readonly changed: true }, { current: string; next: string }>()({
  method: "POST",
  path: "/account/password",
  summary: "Change the password of who is signed in",
  needs: "person",
  body: passwordInput,
  answer: "`changed`; all other sign-ins of the asker have ended",
});
