import Joi from "joi";
import type { Chain } from "../../chain/model";
import { ofLibrary, operation } from "../operation";

/** Contents that can be asked for at once. */
export const mostContents = 64;

/** Fingerprints of contents in a query. */
export const someFingerprints = Joi.string()
  .pattern(new RegExp(`^[0-9a-f]{64}(,[0-9a-f]{64}){0,${mostContents - 1}}$`))
  .messages({
    "string.pattern.base": `“of” takes up to ${mostContents} fingerprints of 64 hexadecimal digits, separated by commas`,
  });

export const cardContents = operation<
  { readonly chains: Readonly<Record<string, Chain>> },
  { readonly of: string }
>()({
  method: "GET",
  path: `${ofLibrary}/contents`,
  summary: "Contents of cards by their fingerprints",
  needs: "read",
  query: Joi.object({ of: someFingerprints.required() }),
  answer: "`chains` by fingerprint, those that the library has",
});
