import Joi from "joi";
import { empty, nameOf } from "./fields";

/** Characters. */
export const shortestPassword = 10;
const longestPassword = 128;

/** A password that is in use. */
export const password = Joi.string()
  .max(longestPassword * 4)
  .messages({ "string.empty": "The password is missing" });

/** A password to be; whether it is soon guessed is found out by the server. */
export const newPassword = Joi.string()
  .max(longestPassword * 4)
  .custom((text: string, { error }) =>
    text.length < shortestPassword || text.length > longestPassword ? error("weak-password") : text,
  )
  .messages(
    Object.fromEntries(
      ["weak-password", "string.max"].map((type) => [
        type,
        `A password has ${shortestPassword} to ${longestPassword} characters`,
      ]),
    ),
  )
  .error(empty("weak-password"));

export interface Account {
  readonly name: string;
  readonly email: string;
  readonly password: string;
}

/** Describes a new account. */
export const accountInput = Joi.object({
  name: nameOf("member").required(),
  email: Joi.string()
    .max(254)
    .custom((text: string, { error }) =>
      Joi.string().email({ tlds: false }).validate(text).error ? error("no-address") : text,
    )
    .messages({ "no-address": "This is no e-mail address", "string.max": "This is no e-mail address" })
    .error(empty("no-address"))
    .required(),
  password: newPassword.required(),
});
