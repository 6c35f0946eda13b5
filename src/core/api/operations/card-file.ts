import { operation, ofLibrary } from "../operation";
import type { Schemas } from "../schemas";

const cardForms = ["card", "cube", "cc"] as const;
export type CardForm = (typeof cardForms)[number];
const cardFileInput = ({ Joi }: Schemas) =>
  Joi.object({
    form: Joi.string()
      .valid(...cardForms)
      .default("card"),
  });

export const cardFile = operation<never, { form: CardForm }>()({
  method: "GET",
  path: `${ofLibrary}/cards/{cardId}/file`,
  summary: "A card as a file, a look also as a table or a colour decision",
  needs: "read",
  query: cardFileInput,
  answer: "A card file, see /schemas/card; as `cube` a .cube table, as `cc` an ASC CDL correction",
});
