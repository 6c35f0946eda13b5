import Joi from "joi";
import { cardIds } from "../fields";
import { command } from "../command";

/** Cards that are erased at once: all that the history holds of them is gone through. */
const mostErased = 1000;

/**
 * Erases withdrawn cards for good, with what belongs to them alone: their versions, what the history holds of them, what
 * members gave them, and the files that nothing else uses. Nobody can take it back. Targets keep the settings that they have.
 */
export const eraseCards = command<{ cardIds: string[] }, { files: number }>()({
  name: "erase-cards",
  right: "govern",
  stream: "library",
  isStamp: true,
  input: Joi.object({
    cardIds: cardIds
      .max(mostErased)
      .messages({ "array.max": `At most ${mostErased.toLocaleString("en")} cards can be erased at once` })
      .required(),
  }),
});
