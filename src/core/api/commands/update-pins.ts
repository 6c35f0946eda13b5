import Joi from "joi";
import { id } from "../fields";
import { command } from "../command";

/**
 * Brings every target of a session that pins an older version of a card to the current one. Targets that were changed
 * by hand since are spared: their chain is no longer the version's.
 */
export const updatePins = command<
  { sessionId: string; cardId: string },
  { updated: number; spared: number }
>()({
  name: "update-pins",
  right: "bench",
  stream: "session",
  input: Joi.object({ cardId: id.required() }),
});
