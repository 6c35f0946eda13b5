import type { Chain } from "../../chain/model";
import { ofLibrary, operation } from "../operation";

/** Contents that can be asked for at once. */
export const mostContents = 64;

export const cardContents = operation<
  { readonly chains: Readonly<Record<string, Chain>> },
  { readonly of: string }
>()({
  method: "GET",
  path: `${ofLibrary}/contents`,
  summary: "Contents of cards by their fingerprints",
  needs: "read",
  query: ({ Joi, fingerprintsUpTo }) => Joi.object({ of: fingerprintsUpTo(mostContents).required() }),
  answer: "`chains` by fingerprint, those that the library has",
});
