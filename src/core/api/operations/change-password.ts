import { operation } from "../operation";
import type { Schemas } from "../schemas";

const passwordInput = ({ Joi, newPassword, password }: Schemas) =>
  Joi.object({ current: password.required(), next: newPassword.required() });

export const changePassword = operation<{ readonly changed: true }, { current: string; next: string }>()({
  method: "POST",
  path: "/account/password",
  summary: "Change the password of who is signed in",
  needs: "person",
  body: passwordInput,
  answer: "`changed`; all other sign-ins of the asker have ended",
});
