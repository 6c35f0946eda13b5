import Joi from "joi";
import { cardIds } from "../fields";
import { command } from "../command";

/** Cards that are copied at once: each brings its content along. */
const mostCopied = 1000;

/**
 * Makes copies of cards that belong to the team and can be changed, each with its tags and note. Those of supplied cards
 * lie in no folder, the others beside what they are copies of; a name that is taken there is numbered.
 */
export const copyCards = command<{ cardIds: string[] }, { cardIds: string[] }>()({
  name: "copy-cards",
  right: "keep",
  stream: "library",
  ownToo: true,
  input: Joi.object({
    cardIds: cardIds
      .max(mostCopied)
      .required()
      .messages({ "array.max": `At most ${mostCopied.toLocaleString("en")} cards are copied at once` }),
  }),
});
