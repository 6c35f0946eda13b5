import { keyScopes, type KeyScope } from "@/core/library/roles";
import type { ScriptKey } from "./script-keys";
import { operation, ofLibrary } from "../operation";
import type { Schemas } from "../schemas";

/** How long a key may be in force, in days. */
const keyDays = [7, 90, 365] as const;
export type KeyDays = (typeof keyDays)[number];

const scriptKeyInput = ({ Joi, nameOf }: Schemas) =>
  Joi.object({
    name: nameOf("key").required(),
    scope: Joi.string()
      .valid(...Object.keys(keyScopes))
      .required(),
    days: Joi.number()
      .valid(...keyDays)
      .default(keyDays[1]),
  });

export const makeScriptKey = operation<
  { readonly key: ScriptKey; readonly token: string },
  { name: string; scope: KeyScope; days: KeyDays }
>()({
  method: "POST",
  path: `${ofLibrary}/keys`,
  summary: "Make a key for scripts",
  needs: "person",
  body: scriptKeyInput,
  answer: "The `key`, and its `token`, which is never shown again",
});
